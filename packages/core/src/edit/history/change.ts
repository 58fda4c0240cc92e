import { type Draft, enablePatches, Immer, type Patch } from "immer";
import type { Study } from "../../study/index.ts";
import { lostKeyTethers, tetherToStart } from "../sequence/keepKeyTethers.ts";

enablePatches();

// Immer's autoFreeze is off: V8 reads frozen lists several times slower, and the compiler reads all of them. That no
// edit changes the study it is given is tested by the laws of the edits, which freeze their studies.
const immer = new Immer({ autoFreeze: false });

/**
 * A change of a study as a value: the new state, with patches to undo and redo it. Unchanged parts of the study stay
 * identical (`===`).
 */
export interface Change {
  /** What was done, as in "Undo move key". */
  readonly label: string;
  readonly before: Study;
  readonly after: Study;
  readonly patches: readonly Patch[];
  readonly inverse: readonly Patch[];
  /** Why the change was refused: it would have stored something that no file can hold. */
  readonly refused?: string;
}

/** An operation on a study. Arguments that refer to nothing leave the study unchanged. */
export type Edit<Arguments> = (study: Study, args: Arguments) => Change;

/** Makes an edit from a recipe that changes a draft. */
export function defineEdit<Arguments>(
  label: string,
  recipe: (draft: Draft<Study>, args: Arguments, study: Study) => void,
): Edit<Arguments> {
  return (study, args) => {
    let [after, patches, inverse] = immer.produceWithPatches(study, (draft) =>
      recipe(draft, args, study),
    );
    const lost = lostKeyTethers(after, patches);
    if (lost.length > 0) {
      const [kept, more, back] = immer.produceWithPatches(after, (draft) =>
        tetherToStart(draft, lost, study),
      );
      [after, patches, inverse] = [kept, [...patches, ...more], [...back, ...inverse]];
    }
    // JSON writes these as null, and the study could not be read again.
    if (patches.some(({ value }) => hasNonFinite(value)))
      return { label, before: study, after: study, patches: [], inverse: [], refused: REFUSED };
    return { label, before: study, after, patches, inverse };
  };
}

const REFUSED = "That would put a number into the study that is none. Nothing was changed.";

/** Whether a patch would store NaN or Infinity anywhere. */
function hasNonFinite(value: unknown): boolean {
  const open: unknown[] = [value];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if (typeof at === "number" && !Number.isFinite(at)) return true;
    if (typeof at !== "object" || at === null) continue;
    for (const each of Object.values(at)) if (isWorthALook(each)) open.push(each);
  }
  return false;
}

const isWorthALook = (value: unknown): boolean =>
  (typeof value === "number" && !Number.isFinite(value)) ||
  (typeof value === "object" && value !== null);

/** Whether a change is empty. */
export function isEmpty(change: Change): boolean {
  return change.patches.length === 0;
}

/** Combines two successive changes. Throws RangeError when the second does not start from the result of the first. */
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

/** Applies patches to a study. */
export function applyTo(study: Study, patches: readonly Patch[]): Study {
  return immer.applyPatches(study, patches as Patch[]);
}

/** A change that replaces the whole study. */
export function replaceWhole(label: string, before: Study, after: Study): Change {
  return {
    label,
    before,
    after,
    patches: [{ op: "replace", path: [], value: after }],
    inverse: [{ op: "replace", path: [], value: before }],
  };
}
