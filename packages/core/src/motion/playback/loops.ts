import { followsLever } from "../../study/index.ts";
import { type Iterations, isBackward, type TimeLink } from "../../timeline/index.ts";
import type { Motion } from "../compile/motion.ts";
import { cuePlaces } from "./events.ts";

/** Longest common period of endless parts, ms; if it is longer they restart after this time. */
const LONGEST_ROUND = 60_000;
/** Periods are compared in thousandths of a ms. */
const UNIT = 1000;

/** Period of an endless repetition, ms: two iterations if every second one runs backwards. */
function roundOf(iterations: Iterations): number {
  const alternates = isBackward(iterations.direction, 0) !== isBackward(iterations.direction, 1);
  return (iterations.length + iterations.pause) * (alternates ? 2 : 1);
}

/**
 * Period with which an item repeats endlessly in the study's time, ms; 0 if it ends. An endless repetition within
 * something that ends, ends with it.
 */
export function loopOf(links: readonly TimeLink[]): number {
  let rate = 1;
  for (const link of links) {
    if (link.kind === "freezes") continue;
    rate *= link.rate;
    if (!link.iterations) continue;
    return link.iterations.count === Number.POSITIVE_INFINITY ? roundOf(link.iterations) / rate : 0;
  }
  return 0;
}

/** Least common multiple of several periods, ms; 0 for none. */
export function commonLoop(loops: readonly number[]): {
  readonly length: number;
  readonly exact: boolean;
} {
  const parts = [
    ...new Set(loops.filter((loop) => loop > 0).map((loop) => Math.round(loop * UNIT))),
  ];
  if (parts.length === 0) return { length: 0, exact: true };
  const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
  let common = 1;
  for (const part of parts) {
    if (part === 0) continue;
    common = (common / divisor(common, part)) * part;
    if (common > LONGEST_ROUND * UNIT) return { length: LONGEST_ROUND, exact: false };
  }
  // A multiple of one of them: their thousandths are rounded.
  const [first = 0] = loops.filter((loop) => loop > 0);
  return { length: Math.round(common / UNIT / first) * first, exact: true };
}

/** The periods of everything that affects a channel of a figure, including its source if it follows, without shakes. */
export function loopsOf(motion: Motion, figureIndex: number, slot: number): number[] {
  const loops: number[] = [];
  const seen = new Set<number>();
  const visit = (index: number, at: number): void => {
    if (seen.has(at)) return;
    seen.add(at);
    const follows = motion.followers.find((each) => each.slot === at);
    if (follows) {
      const { source } = follows.follower;
      if (followsLever(source)) return;
      const sourceIndex = motion.figureIndex(source.figure);
      visit(sourceIndex, motion.slot(sourceIndex, source.channel));
      return;
    }
    const driven = motion.driven.find((each) => each.slot === at && each.figureIndex === index);
    for (const { time } of driven?.layers ?? []) if (time) loops.push(loopOf(time.links));
  };
  visit(figureIndex, slot);
  return loops;
}

/** The periods of the cues of a study. */
export function loopsOfCues({ study, placements }: Motion): number[] {
  return cuePlaces(study, placements).map(({ links }) => loopOf(links));
}
