import { plainToInstance } from "class-transformer";
import { type ValidationError, validateSync } from "class-validator";
import { bad, type Fault, good, type Result } from "../fault/index.ts";
import { checkStudy, STUDY_FORMAT, STUDY_VERSION, type Study } from "../study/index.ts";
import { keyFaults, withoutKeys } from "./keyShape.ts";
import { migrateStudy } from "./migrations.ts";
import { StudyShape } from "./studyShape.ts";

/** Most faults reported at once; a person mends the first ones first. */
const MOST_FAULTS = 50;

/** How deep a document may nest; groups in groups are the only thing that nests by itself. */
const DEEPEST = 60;

/**
 * Reads a study document of any version: migrates it, checks its shape, then what crosses objects.
 * The value returned is the document itself, so fields that only newer versions know are kept.
 */
export function readStudy(document: unknown): Result<Study> {
  if (typeof document !== "object" || document === null || Array.isArray(document))
    return bad(
      notAStudy(`Found ${Array.isArray(document) ? "a list" : JSON.stringify(document)}.`),
    );
  if (!("format" in document) || document.format !== STUDY_FORMAT)
    return bad(notAStudy('The field "format" does not say "levitas-study".', "format"));
  if (depthOf(document) > DEEPEST)
    return bad({
      code: "too-deep",
      path: "",
      message: `The document nests deeper than ${DEEPEST} levels.`,
      cure: "Dissolve some groups.",
    });
  const migrated = migrateStudy(document);
  if (!migrated.ok) return migrated;
  const { rest, found } = withoutKeys(migrated.value);
  const instance = plainToInstance(StudyShape, rest);
  const errors = validateSync(instance, { forbidUnknownValues: true });
  const faults = [
    ...errors.flatMap((error) => shapeFaults(error, "")),
    ...keyFaults(found, MOST_FAULTS),
  ];
  if (faults.length > 0) return { ok: false, faults: faults.slice(0, MOST_FAULTS) };
  const study = migrated.value as unknown as Study;
  const crossing = checkStudy(study);
  if (crossing.length > 0) return { ok: false, faults: crossing.slice(0, MOST_FAULTS) };
  return good(study);
}

/** Reads the text of a study file. */
export function readStudyText(text: string): Result<Study> {
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return bad({
      code: "not-json",
      path: "",
      message: `The text is not JSON: ${error.message}.`,
      cure: "Give a study file as Levitas saves it.",
    });
  }
  return readStudy(document);
}

function notAStudy(message: string, path = ""): Fault {
  return {
    code: "not-a-study",
    path,
    message,
    cure: `Give a study: an object with "format": "${STUDY_FORMAT}" and "version": ${STUDY_VERSION}.`,
  };
}

/** Depth of nesting, counted no further than the limit, without recursion. */
function depthOf(document: object): number {
  let level: object[] = [document];
  let depth = 0;
  while (level.length > 0 && depth <= DEEPEST) {
    depth++;
    level = level.flatMap((value) =>
      Object.values(value).filter(
        (each): each is object => typeof each === "object" && each !== null,
      ),
    );
  }
  return depth;
}

/** The faults of class-validator with paths as we write them: `sequence[3].tracks[0]`. */
function shapeFaults(error: ValidationError, parent: string): Fault[] {
  const isIndex = /^\d+$/.test(error.property);
  const path = isIndex
    ? `${parent}[${error.property}]`
    : parent
      ? `${parent}.${error.property}`
      : error.property;
  const own = Object.entries(error.constraints ?? {}).map(([code, text]): Fault => {
    const found = error.value === undefined ? "nothing" : shorten(JSON.stringify(error.value));
    return { code, path, message: `Found ${found}.`, cure: `${capitalize(text)}.` };
  });
  return [...own, ...(error.children ?? []).flatMap((child) => shapeFaults(child, path))];
}

function shorten(text: string | undefined): string {
  if (text === undefined) return "nothing";
  return text.length > 60 ? `${text.slice(0, 60)}…` : text;
}

function capitalize(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
