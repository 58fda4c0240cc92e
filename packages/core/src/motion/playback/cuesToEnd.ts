import type { Motion } from "../compile/motion.ts";
import type { CueEvent } from "./events.ts";

/** How far past its end a motion still has the cue that lies exactly there, ms. */
export const END_INCLUDED = 1e-3;

/** The cues of a motion up to its end, the one exactly there included; of what is endless, those of the first round. */
export const cuesToEnd = (motion: Motion): readonly CueEvent[] =>
  motion.events(Number.NEGATIVE_INFINITY, motion.duration + END_INCLUDED);
