import type { Patch } from "immer";
import type { Study } from "../../study/index.ts";
import { applyTo, type Change, isEmpty } from "./change.ts";

/** One entry that can be undone, with the selection before and after it. */
export interface HistoryEntry<Selection> {
  readonly label: string;
  readonly patches: readonly Patch[];
  readonly inverse: readonly Patch[];
  readonly before: Selection;
  readonly after: Selection;
}

/** A study with its undo and redo entries. Plain data; every function returns a new one. */
export interface History<Selection> {
  readonly study: Study;
  readonly past: readonly HistoryEntry<Selection>[];
  readonly future: readonly HistoryEntry<Selection>[];
}

/** Most entries kept; older ones are forgotten. */
const LONGEST = 500;

/** A new history without entries. */
export function startHistory<Selection>(study: Study): History<Selection> {
  return { study, past: [], future: [] };
}

/** Records a change as one entry and clears redo. An empty change records nothing. */
export function record<Selection>(
  history: History<Selection>,
  change: Change,
  before: Selection,
  after: Selection,
): History<Selection> {
  if (isEmpty(change)) return history;
  const { label, patches, inverse } = change;
  return {
    study: change.after,
    past: [...history.past.slice(1 - LONGEST), { label, patches, inverse, before, after }],
    future: [],
  };
}

/** Records a step that changes what is worked on and nothing of the study, and clears redo. */
export function recordSelection<Selection>(
  history: History<Selection>,
  label: string,
  before: Selection,
  after: Selection,
): History<Selection> {
  const entry = { label, patches: [], inverse: [], before, after };
  return { ...history, past: [...history.past.slice(1 - LONGEST), entry], future: [] };
}

/** Undoes the last entry and returns the selection before it. Undefined if there is none. */
export function undo<Selection>(
  history: History<Selection>,
): { readonly history: History<Selection>; readonly selection: Selection } | undefined {
  const entry = history.past.at(-1);
  if (!entry) return undefined;
  return {
    history: {
      study: applyTo(history.study, entry.inverse),
      past: history.past.slice(0, -1),
      future: [entry, ...history.future],
    },
    selection: entry.before,
  };
}

/** Redoes the next entry. Undefined if there is none. */
export function redo<Selection>(
  history: History<Selection>,
): { readonly history: History<Selection>; readonly selection: Selection } | undefined {
  const [entry, ...future] = history.future;
  if (!entry) return undefined;
  return {
    history: {
      study: applyTo(history.study, entry.patches),
      past: [...history.past, entry],
      future,
    },
    selection: entry.after,
  };
}

/**
 * Makes one entry of the last two, such as of an edit and of the drag that goes on from it. The same history where there
 * are fewer.
 */
export function mergeLast<Selection>(
  history: History<Selection>,
  label: string,
): History<Selection> {
  const [first, second] = history.past.slice(-2);
  if (!first || !second) return history;
  const merged: HistoryEntry<Selection> = {
    label,
    // Fields that are set again and again need no more room than one time.
    ...(setSameFields(first.patches, second.patches)
      ? { patches: second.patches, inverse: first.inverse }
      : {
          patches: [...first.patches, ...second.patches],
          inverse: [...second.inverse, ...first.inverse],
        }),
    before: first.before,
    after: second.after,
  };
  return { ...history, past: [...history.past.slice(0, -2), merged] };
}

/** Whether a change sets the very fields that the last entry set, and nothing else: one more nudge of one thing. */
export function goesOn<Selection>({ past }: History<Selection>, change: Change): boolean {
  const last = past.at(-1);
  return last?.label === change.label && setSameFields(last.patches, change.patches);
}

/** Whether two lists of patches set the same fields, and do nothing else. */
function setSameFields(one: readonly Patch[], other: readonly Patch[]): boolean {
  const fieldsOf = (patches: readonly Patch[]) => JSON.stringify(patches.map(({ path }) => path));
  const isSetting = (patches: readonly Patch[]) =>
    patches.length > 0 && patches.every(({ op }) => op === "replace");
  return isSetting(one) && isSetting(other) && fieldsOf(one) === fieldsOf(other);
}

/** Undoes the last entry and forgets it, as if it had not been made. The same history where there is none. */
export function forgetLast<Selection>(history: History<Selection>): History<Selection> {
  const entry = history.past.at(-1);
  if (!entry) return history;
  return {
    ...history,
    study: applyTo(history.study, entry.inverse),
    past: history.past.slice(0, -1),
  };
}
