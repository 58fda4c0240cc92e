import {
  compareShown,
  noDifference,
  type PlayedSample,
  type ShownDifference,
} from "@levitas/core/format";
import type { Motion } from "@levitas/core/motion";

/** How far past its end a hand-off is played, ms. */
const BEYOND = 220;
/** How long playing takes at the most, ms. */
const LONGEST = 1200;
/** How many frames are compared on the way. */
const FRAMES = 30;

/**
 * The script that plays a stage past its end and answers what was seen; see `stageScript`.
 *
 * @param slower how many times as slowly as usual, for an engine that draws a few times a second
 */
export function playScript(motion: Motion, fastest = Number.POSITIVE_INFINITY, slower = 1): string {
  return `levitasPlayed(${playedUntil(motion)}, ${playRate(motion, fastest) / slower}, ${FRAMES})`;
}

/** How many times as fast as it is a motion is played: what is long faster, as far as the engine is exact then. */
export function playRate(motion: Motion, fastest = Number.POSITIVE_INFINITY): number {
  return Math.min(Math.max(playedUntil(motion) / LONGEST, 1), fastest);
}

const playedUntil = ({ duration, endless }: Motion): number =>
  duration * (endless ? 1.6 : 1) + BEYOND;

/** How far what was seen while playing is from a motion at the worst; throws where it was hardly seen. */
export function comparePlayed(
  motion: Motion,
  samples: readonly PlayedSample[],
  hair = 0.1,
  fewest = 5,
): ShownDifference {
  if (samples.length < fewest) throw new Error(`It was seen in ${samples.length} frames only.`);
  const last = samples.at(-1)?.time ?? 0;
  if (!motion.endless && last < motion.duration + 20)
    throw new Error(`It was not seen past its end: ${last} of ${motion.duration} ms.`);
  const found = noDifference();
  for (const { time, shown } of samples) compareShown(motion, time, shown, found, hair);
  return found;
}
