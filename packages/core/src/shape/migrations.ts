import { bad, good, type Result } from "../fault/index.ts";
import { STUDY_VERSION } from "../study/index.ts";

/**
 * Steps from one version of the document to the next, in order: step n turns version n + 1 into
 * version n + 2. A step never changes once it has landed; each has an old fixture beside its test.
 */
const STEPS: readonly ((document: object) => object)[] = [withHidesOverflow];

/**
 * 1 to 2: a block that shows what is inside only within its box said so by `look.clip`; a clip is the part of a tween
 * that is played, and nothing else. What is not of the expected shape stays for the reader to name.
 */
function withHidesOverflow(document: object): object {
  const { figures } = document as { figures?: unknown };
  if (!Array.isArray(figures)) return document;
  return { ...document, figures: figures.map(figureWithHidesOverflow) };
}

function figureWithHidesOverflow(figure: unknown): unknown {
  const look = isRecord(figure) ? figure.look : undefined;
  if (!isRecord(figure) || !isRecord(look) || !Object.hasOwn(look, "clip")) return figure;
  const { clip, ...others } = look;
  return { ...figure, look: { ...others, hidesOverflow: clip } };
}

function isRecord(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

/**
 * Migrates an older document to the current version. A newer one is refused: this program does not know its meaning,
 * and saving it would lose what it does not know.
 */
export function migrateStudy(document: object): Result<object> {
  const version = "version" in document ? document.version : undefined;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1)
    return bad({
      code: "no-version",
      path: "version",
      message: `Found ${JSON.stringify(version) ?? "nothing"}.`,
      cure: `Give a whole number; this version writes ${STUDY_VERSION}.`,
    });
  if (version > STUDY_VERSION)
    return bad({
      code: "newer-version",
      path: "version",
      message: `Found version ${version}; this program reads up to ${STUDY_VERSION}. It was written by a newer Levitas.`,
      cure: "Open it with that newer Levitas, or update this one. It is left as it is.",
    });
  let migrated = document;
  for (const step of STEPS.slice(version - 1)) migrated = step(migrated);
  return good(version < STUDY_VERSION ? { ...migrated, version: STUDY_VERSION } : migrated);
}
