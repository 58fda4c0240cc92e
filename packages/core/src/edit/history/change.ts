import { type Draft, enablePatches, Immer, type Patch } from "immer";
import type { Study } from "../../study/index.ts";
import { keepKeyTethers } from "../sequence/keepKeyTethers.ts";

enablePatches();

// Frozen lists are read several times slower than others, and compiling reads all there is. That no edit changes the
// study it is given is what the laws of the edits are for: they freeze it.
const immer = new Immer({ autoFreeze: false });

/**
 * One change of a study as a value: what it became, and how to go there and back. Unchanged parts
 * of the study stay identical (`===`).
 */
export interface Change {
  /** What was done, for "Undo move key". */
  readonly label: string;
  readonly before: Study;
  readonly after: Study;
  readonly patches: readonly Patch[];
  readonly inverse: readonly Patch[];
  /** Why it was not made, where it would have put something into the study that no file can hold. */
  readonly refused?: string;
}

/** Something a person can do to a study. Arguments that name nothing leave the study as it is. */
export type Edit<Arguments> = (study: Study, args: Arguments) => Change;

/** Makes an edit from a recipe that changes a draft. */
export function defineEdit<Arguments>(
  label: string,
  recipe: (draft: Draft<Study>, args: Arguments, study: Study) => void,
): Edit<Arguments> {
  return (study, args) => {
    const [after, patches, inverse] = immer.produceWithPatches(study, (draft) => {
      recipe(draft, args, study);
      keepKeyTethers(draft, study);
    });
    // JSON writes these as null, and the study could not be read again.
    if (patches.some(({ value }) => holdsNoNumber(value)))
      return { label, before: study, after: study, patches: [], inverse: [], refused: REFUSED };
    return { label, before: study, after, patches, inverse };
  };
}

const REFUSED = "That would put a number into the study that is none. Nothing was changed.";

/** Whether NaN or Infinity stands anywhere in what a patch puts in. */
function holdsNoNumber(value: unknown): boolean {
  const open: unknown[] = [value];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if (typeof at === "number" && !Number.isFinite(at)) return true;
    if (typeof at === "object" && at !== null) open.push(...Object.values(at).filter(isWorthALook));
  }
  return false;
}

const isWorthALook = (value: unknown): boolean =>
  (typeof value === "number" && !Number.isFinite(value)) ||
  (typeof value === "object" && value !== null);

/** Whether a change changes nothing. */
export function isEmpty(change: Change): boolean {
  return change.patches.length === 0;
}

/** Two changes in a row as one. Throws RangeError when the second does not begin where the first ends. */
export function squash(first: Change, second: Change): Change {
  if (first.after !== second.before)
    throw new RangeError("squash: the second change does not begin where the first ends");
  return {
    label: first.label,
    before: first.before,
    after: second.after,
    patches: [...first.patches, ...second.patches],
    inverse: [...second.inverse, ...first.inverse],
  };
}

/** A study with patches applied. */
export function applyTo(study: Study, patches: readonly Patch[]): Study {
  return immer.applyPatches(study, patches as Patch[]);
}

/** A change that puts one whole study in the place of another. */
export function replaceWhole(label: string, before: Study, after: Study): Change {
  return {
    label,
    before,
    after,
    patches: [{ op: "replace", path: [], value: after }],
    inverse: [{ op: "replace", path: [], value: before }],
  };
}
