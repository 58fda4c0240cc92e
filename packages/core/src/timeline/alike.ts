import type { SequenceItem, Tween } from "../study/index.ts";
import type { Passes, Stop } from "./timing.ts";

/** Whether an item can stand in the place of another without anything being tethered or grouped otherwise. */
export function isBuiltAlike(was: SequenceItem, now: SequenceItem): boolean {
  if (was.id !== now.id || was.type !== now.type) return false;
  if ((was.disabled === true) !== (now.disabled === true)) return false;
  if (now.type === "tween" && was.type === "tween" && isFront(was) !== isFront(now)) return false;
  if (was.tether === now.tether) return true;
  const [a, b] = [was.tether, now.tether];
  if (a.to !== b.to) return false;
  if (a.to === "start" || b.to === "start") return true;
  if (a.id !== b.id) return false;
  return a.to !== "item" || b.to !== "item" || a.edge === b.edge;
}

const isFront = ({ stagger }: Tween): boolean => stagger?.order === "front";

/** Whether two items repeat alike. */
export function samePasses(a: Passes | undefined, b: Passes | undefined): boolean {
  if (a === b) return true;
  return (
    a !== undefined &&
    b !== undefined &&
    a.length === b.length &&
    a.iterations === b.iterations &&
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
export function sameStops(a: readonly Stop[] | undefined, b: readonly Stop[]): boolean {
  if (a === b) return true;
  if (a?.length !== b.length) return false;
  return b.every((stop, i) => {
    const other = a[i] as Stop;
    if (stop.at !== other.at || stop.length !== other.length || stop.push !== other.push)
      return false;
    const [mine, theirs] = [stop.figures, other.figures];
    if (mine === theirs) return true;
    return mine?.size === theirs?.size && [...(mine ?? [])].every((id) => theirs?.has(id));
  });
}
