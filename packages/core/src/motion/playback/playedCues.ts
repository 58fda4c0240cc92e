import type { Motion } from "../compile/motion.ts";
import type { CueEvent } from "./events.ts";
import type { PlayedStretch } from "./playhead.ts";

/** Reaches just over an end, so that a cue at the very end is met; far below a frame, ms. */
const OVER = 1e-4;

/**
 * The cues a playhead meets on its way. One that is at the end of what plays is met as the end is reached, and not
 * again when a swing turns there; one at the start as a pass begins.
 */
export function playedCues(motion: Motion, stretches: readonly PlayedStretch[]): CueEvent[] {
  return stretches.flatMap(({ from, to, closed, turned }) => {
    const forward = to >= from;
    const begin = turned ? from + (forward ? OVER : -OVER) : from;
    const end = closed ? to + (forward ? OVER : -OVER) : to;
    return motion.events(begin, end);
  });
}
