import { compareShown, noDifference, type ShownDifference } from "@levitas/core/format";
import type { Motion } from "@levitas/core/motion";
import type { Stage } from "./stage.ts";

/** How many moments are compared. */
export const MOMENTS = 240;
/** At a jump a rounding decides which side is seen: this much to either side counts as the time, ms. */
const LEEWAY = 0.1;

/** What was proven: of how many moments, in how long, and how far off the worst is. */
export interface Proof extends ShownDifference {
  readonly moments: number;
  /** How many frames were compared while it played from its start past its end; 0 where it moves as things are done. */
  readonly frames: number;
  /** s */
  readonly took: number;
}

/** How many frames are looked at while it plays, and how long that may take, ms. */
const FRAMES = 24;
const PLAYS = 1600;
/** How far past its end it plays, as a share of the motion. */
const BEYOND = 0.12;

/** What runs: one stage that is out of sight is put at moments, and one that is seen plays, as browsers want it. */
export interface Proven {
  readonly measured: Stage;
  /** Absent where it moves because something is done on it, which has its own times. */
  readonly plays?: Stage | undefined;
}

/**
 * Puts a stage at moments spread over the motion, plays it from its start past its end, and compares what is seen with
 * the motion. `progress` is told the share that is done; resolves to undefined once `stop` aborts.
 */
export async function prove(
  { measured, plays }: Proven,
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
    const shown = await measured.measure(time);
    if (stop.aborted) return undefined;
    compareShown(motion, time, shown, found, LEEWAY);
    progress((i + 1) / (MOMENTS + 1));
  }
  const end = until * (1 + BEYOND) + 50;
  const samples = (await plays?.play(end, Math.max(end / PLAYS, 1), FRAMES)) ?? [];
  if (stop.aborted) return undefined;
  for (const { time, shown } of samples) compareShown(motion, time, shown, found, LEEWAY);
  const took = (performance.now() - began) / 1000;
  return { ...found, moments: MOMENTS + 1, frames: samples.length, took };
}
