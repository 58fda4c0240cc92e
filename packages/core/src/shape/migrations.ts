import { bad, good, type Result } from "../fault/index.ts";
import { STUDY_VERSION } from "../study/index.ts";

/**
 * Steps from one version of the document to the next, in order: step n turns version n + 1 into
 * version n + 2. A step never changes once it has landed; each has an old fixture beside its test.
 */
const STEPS: readonly ((document: object) => object)[] = [];

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
