import type { TakeEvent } from "@levitas/core/study";

/** Moves this long ago are thinned, ms. */
const AGO = 5000;
/** How far apart they are then at least, ms. */
const APART = 100;

/**
 * Events of which older moves of the pointer and of levers are left out where they are close together: what has come of
 * them is long over. Presses and keys stay, and moves at which something began to answer.
 *
 * @param began the times at which something began, ms
 */
export function thinMoves(
  events: readonly TakeEvent[],
  began: ReadonlySet<number>,
  now: number,
): TakeEvent[] {
  const kept = new Map<string, number>();
  return events.filter((event) => {
    const { time } = event;
    if ((event.type !== "move" && event.type !== "lever") || time > now - AGO) return true;
    const what = event.type === "lever" ? `lever ${event.lever}` : "move";
    const isKept = began.has(time) || time - (kept.get(what) ?? Number.NEGATIVE_INFINITY) >= APART;
    if (isKept) kept.set(what, time);
    return isKept;
  });
}
