import type { SequenceItem, Tween } from "../study/index.ts";
import { rateOf } from "./placed.ts";
import type { Iterations, PlacedFreeze } from "./timing.ts";

/** Whether an item can stand in the place of another without anything being tethered or grouped otherwise. */
export function isBuiltAlike(was: SequenceItem, now: SequenceItem): boolean {
  if (was.id !== now.id || was.type !== now.type) return false;
  if ((was.disabled === true) !== (now.disabled === true)) return false;
  if (now.type === "tween" && was.type === "tween" && isFront(was) !== isFront(now)) return false;
  // Starts that are tethered across the group's border depend on its rate, which is no quantity of its own.
  if (now.type === "group" && was.type === "group" && rateOf(was) !== rateOf(now)) return false;
  if (was.tether === now.tether) return true;
  const [a, b] = [was.tether, now.tether];
  if (a.to !== b.to) return false;
  if (a.to === "start" || b.to === "start") return true;
  if (a.id !== b.id) return false;
  return a.to !== "item" || b.to !== "item" || a.edge === b.edge;
}

const isFront = ({ stagger }: Tween): boolean => stagger?.order === "front";

/** Whether two items repeat alike. */
export function sameIterations(a: Iterations | undefined, b: Iterations | undefined): boolean {
  if (a === b) return true;
  return (
    a !== undefined &&
    b !== undefined &&
    a.length === b.length &&
    a.count === b.count &&
    a.direction === b.direction &&
    a.pause === b.pause &&
    a.fill === b.fill
  );
}

/** Whether two lists hold the same numbers. */
export function sameNumbers(a: readonly number[], b: readonly number[]): boolean {
  return a === b || (a.length === b.length && a.every((each, i) => each === b[i]));
}

/** Whether two levels have the same freezes. */
export function sameFreezes(
  a: readonly PlacedFreeze[] | undefined,
  b: readonly PlacedFreeze[],
): boolean {
  if (a === b) return true;
  if (a?.length !== b.length) return false;
  return b.every((freeze, i) => {
    const other = a[i] as PlacedFreeze;
    if (freeze.at !== other.at || freeze.length !== other.length || freeze.push !== other.push)
      return false;
    const [ids, otherIds] = [freeze.figures, other.figures];
    if (ids === otherIds) return true;
    return ids?.size === otherIds?.size && [...(ids ?? [])].every((id) => otherIds?.has(id));
  });
}
