import type { ChannelId } from "../../study/index.ts";
import type { DrivenChannel, Motion } from "../compile/motion.ts";

/** Two tweens that drive one channel of one figure at one time. */
export interface Overlap {
  readonly figureId: string;
  readonly channel: ChannelId;
  /** The one that started later and shows. */
  readonly winner: string;
  readonly loser: string;
  /** From when to when, ms of the study. */
  readonly from: number;
  readonly to: number;
}

/** Shorter than this, ms, is a meeting and no overlap. */
const LEAST = 0.5;

/** Where tweens contend for one channel of one figure, in their first iterations. What is added contends with nothing. */
export function overlapsOn({ figureId, channel, layers }: DrivenChannel): Overlap[] {
  const found: Overlap[] = [];
  for (let i = 1; i < layers.length; i++) {
    const winner = layers[i];
    if (!winner || winner.relative) continue;
    for (let j = 0; j < i; j++) {
      const loser = layers[j];
      if (!loser || loser.relative || loser.tween === winner.tween) continue;
      const from = Math.max(winner.start, loser.start);
      const to = Math.min(winner.end, loser.end);
      if (to - from < LEAST) continue;
      found.push({
        figureId,
        channel: channel.id,
        winner: winner.tween.id,
        loser: loser.tween.id,
        from,
        to,
      });
    }
  }
  return found;
}

/** All overlaps of a motion in order of time: one for each two tweens and channel, with the first of the figures. */
export function findOverlaps(motion: Motion): Overlap[] {
  const found = new Map<string, Overlap>();
  for (const driven of motion.driven) {
    if (driven.layers.length < 2) continue;
    for (const overlap of overlapsOn(driven)) {
      const name = `${overlap.winner} ${overlap.loser} ${overlap.channel}`;
      if (!found.has(name)) found.set(name, overlap);
    }
  }
  return [...found.values()].sort((a, b) => a.from - b.from);
}
