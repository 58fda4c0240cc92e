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
/** In how few of them it says something of what leaves. */
const FEWEST = 5;

/** The script that plays a stage past its end at a rate and answers what was seen; see `stageScript`. */
function playScript(motion: Motion, rate: number): string {
  return `levitasPlayed(${playedUntil(motion)}, ${rate}, ${FRAMES})`;
}

/**
 * How many times as fast as it is a motion is played: what is long faster, as far as the engine is exact then.
 *
 * @param longest how long it takes at the most, ms
 */
export function playRate(
  motion: Motion,
  fastest = Number.POSITIVE_INFINITY,
  longest = LONGEST,
): number {
  return Math.min(Math.max(playedUntil(motion) / longest, 1), fastest);
}

const playedUntil = ({ duration, endless }: Motion): number =>
  duration * (endless ? 1.6 : 1) + BEYOND;

/**
 * Plays a stage past its end and gives what was seen. An engine that was busy drew hardly a frame, which says nothing of
 * what leaves: it plays again then, and more slowly at last.
 *
 * @param ask runs a script on the stage
 */
export async function playedSamples(
  ask: (script: string) => Promise<readonly PlayedSample[]>,
  motion: Motion,
  rate = playRate(motion),
  fewest = FEWEST,
): Promise<readonly PlayedSample[]> {
  let samples = await ask(playScript(motion, rate));
  if (samples.length < FEWEST) samples = await ask(playScript(motion, rate));
  if (samples.length < fewest) samples = await ask(playScript(motion, rate / 6));
  return samples;
}

/** How far what was seen while playing is from a motion at the worst; throws where it was hardly seen. */
export function comparePlayed(
  motion: Motion,
  samples: readonly PlayedSample[],
  leeway = 0.1,
  fewest = FEWEST,
): ShownDifference {
  if (samples.length < fewest) throw new Error(`It was seen in ${samples.length} frames only.`);
  const last = samples.at(-1)?.time ?? 0;
  if (!motion.endless && last < motion.duration + 20)
    throw new Error(`It was not seen past its end: ${last} of ${motion.duration} ms.`);
  const found = noDifference();
  for (const { time, shown } of samples) compareShown(motion, time, shown, found, leeway);
  return found;
}
