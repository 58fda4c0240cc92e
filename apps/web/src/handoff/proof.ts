import { compareShown, noDifference, type ShownDifference } from "@levitas/core/format";
import type { Motion } from "@levitas/core/motion";
import type { Stage } from "./stage.ts";

/** How many moments are compared. */
export const MOMENTS = 240;
/** At a jump a rounding decides which side is seen: this much to either side counts as the time, ms. */
const HAIR = 0.1;

/** What was proven: of how many moments, in how long, and how far off the worst is. */
export interface Proof extends ShownDifference {
  readonly moments: number;
  /** s */
  readonly took: number;
}

/**
 * Plays a stage to moments spread over the motion and compares what is seen with it. `progress` is told the share that
 * is done; resolves to undefined once `stop` aborts.
 */
export async function prove(
  stage: Stage,
  motion: Motion,
  progress: (share: number) => void,
  stop: AbortSignal,
): Promise<Proof | undefined> {
  const began = performance.now();
  const found = noDifference();
  const until = motion.endless ? motion.duration * 1.6 : motion.duration;
  for (let i = 0; i <= MOMENTS; i++) {
    // Apart from the frames of any rate, on which keys lie.
    const time = i === MOMENTS ? until : (until * (i + 0.371)) / MOMENTS;
    const shown = await stage.measure(time);
    if (stop.aborted) return undefined;
    compareShown(motion, time, shown, found, HAIR);
    progress((i + 1) / (MOMENTS + 1));
  }
  return { ...found, moments: MOMENTS + 1, took: (performance.now() - began) / 1000 };
}
