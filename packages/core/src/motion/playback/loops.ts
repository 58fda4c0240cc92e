import { isBackward, type Passes, type TimeLink } from "../../timeline/index.ts";
import type { Motion } from "../compile/motion.ts";
import { cuePlaces } from "./events.ts";

/** Endless parts whose rounds meet later than this, ms, are looked at for this long and then begin anew. */
const LONGEST_ROUND = 60_000;
/** Rounds are counted in thousandths of a ms. */
const UNIT = 1000;

/** How long a round of endless passes lasts, ms: two passes where every second one runs back. */
function roundOf(passes: Passes): number {
  const alternates = isBackward(passes.direction, 0) !== isBackward(passes.direction, 1);
  return (passes.length + passes.pause) * (alternates ? 2 : 1);
}

/**
 * After how many ms of the study something begins anew for good, seen through its links; 0 where it ends or is held.
 * What is endless inside of what ends, ends with it.
 */
export function loopOf(links: readonly TimeLink[]): number {
  let rate = 1;
  for (const link of links) {
    if (link.kind === "stops") continue;
    rate *= link.rate;
    if (!link.passes) continue;
    return link.passes.iterations === Number.POSITIVE_INFINITY ? roundOf(link.passes) / rate : 0;
  }
  return 0;
}

/** The least time after which all of several loops begin anew, ms; 0 for none. */
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
  return { length: common / UNIT, exact: true };
}

/** The loops of all that drives a channel of a figure, what it follows and what shakes it included. */
export function loopsOf(motion: Motion, figureIndex: number, slot: number): number[] {
  const loops: number[] = [];
  const seen = new Set<number>();
  const visit = (index: number, at: number): void => {
    if (seen.has(at)) return;
    seen.add(at);
    const follows = motion.followers.find((each) => each.slot === at);
    if (follows) {
      const { figure, channel } = follows.follower.source;
      const source = motion.figureIndex(figure);
      visit(source, motion.slot(source, channel));
      return;
    }
    const driven = motion.driven.find((each) => each.slot === at && each.figureIndex === index);
    for (const { time } of driven?.layers ?? []) if (time) loops.push(loopOf(time.links));
  };
  visit(figureIndex, slot);
  for (const shake of motion.shakes) loops.push(loopOf(shake.links));
  return loops;
}

/** The loops of the cues of a study. */
export function loopsOfCues({ study, placements }: Motion): number[] {
  return cuePlaces(study, placements).map(({ links }) => loopOf(links));
}
