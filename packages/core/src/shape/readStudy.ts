import { plainToInstance } from "class-transformer";
import { type ValidationError, validateSync } from "class-validator";
import {
  bad,
  budgetFault,
  type Fault,
  FaultList,
  good,
  type Result,
  shortValue,
} from "../fault/index.ts";
import { STUDY_FORMAT, STUDY_VERSION, type Study } from "../study/index.ts";
import { checkStudy, circlesIn } from "./checkStudy.ts";
import { fits } from "./fits.ts";
import { keyFaults, withoutKeys } from "./keyShape.ts";
import { migrateStudy } from "./migrations.ts";
import { StudyShape } from "./studyShape.ts";

const VALIDATION = { forbidUnknownValues: true };

/** The most faults reported at once; people repair the first ones first. */
const MOST_FAULTS = 50;

/**
 * Reads a study document of any version: migrates it, checks its shape, then its references. The result is the
 * document itself, so fields that this version does not know are kept. Never throws.
 */
export function readStudy(document: unknown): Result<Study> {
  return readStudyWith(document, MOST_FAULTS);
}

/** Like `readStudy`, with at most `most` faults. */
export function readStudyWith(document: unknown, most: number): Result<Study> {
  if (typeof document !== "object" || document === null || Array.isArray(document))
    return bad(notAStudy(`Found ${shortValue(document)}.`));
  if (!("format" in document) || document.format !== STUDY_FORMAT)
    return bad(notAStudy('The field "format" does not say "levitas-study".', "format"));
  const excess = budgetFault(document);
  if (excess) return bad(excess);
  const migrated = migrateStudy(document);
  if (!migrated.ok) return migrated;
  const circles = circlesIn(migrated.value, most);
  if (circles.length > 0) return { ok: false, faults: circles };
  const { rest, found, odd } = withoutKeys(migrated.value);
  const faults = new FaultList(most);
  for (const { path, value } of odd)
    faults.push({
      code: "isObject",
      path,
      message: `Found ${shortValue(value)}.`,
      cure: "Give an item of the sequence: a tween, group, cue, freeze or shake.",
    });
  // Nearly all documents are sound. Why one is not is asked where it is not: that takes fifteen times as long.
  if (!fits(StudyShape, rest))
    for (const error of validateSync(plainToInstance(StudyShape, rest), VALIDATION))
      shapeFaults(error, "", faults);
  faults.push(...keyFaults(found, most));
  // The empty object that replaces an item of another type has every fault; one is enough.
  const named = new Set(odd.map(({ path }) => path));
  const told = faults.all.filter(
    ({ path, code }) => code === "isObject" || !named.has(path.replace(/\.[^.\]]*$/, "")),
  );
  if (told.length > 0) return { ok: false, faults: told };
  const study = migrated.value as unknown as Study;
  const crossing = checkStudy(study, most);
  if (crossing.length > 0) return { ok: false, faults: crossing };
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

/** The faults of class-validator, with paths such as `sequence[3].tracks[0]`. */
function shapeFaults(error: ValidationError, parent: string, faults: FaultList): void {
  if (faults.isFull) return;
  const isIndex = /^\d+$/.test(error.property);
  const path = isIndex
    ? `${parent}[${error.property}]`
    : parent
      ? `${parent}.${error.property}`
      : error.property;
  const own = Object.entries(error.constraints ?? {}).map(([code, text]): Fault => {
    return {
      code,
      path,
      message: `Found ${shortValue(error.value)}.`,
      cure: `${capitalize(text)}.`,
    };
  });
  faults.push(...own);
  for (const child of error.children ?? []) shapeFaults(child, path, faults);
}

function capitalize(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
