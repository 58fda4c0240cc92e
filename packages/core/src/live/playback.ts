import type { Motion } from "../motion/index.ts";
import type { ChannelId } from "../study/index.ts";
import type { Goal } from "./liveChannel.ts";

/** A part of the sequence that is played, at once or again and again. */
export interface Playback {
  /** The group or tween, or "" for the sequence. */
  readonly key: string;
  /** ms of Live at which it was at `from`. */
  readonly begin: number;
  /** ms of the study: where it begins and ends, in the direction in which it plays. */
  readonly from: number;
  readonly to: number;
  readonly cause: number;
}

/** The study's time that a playback shows at a time of Live, ms. */
export function playedTime({ begin, from, to }: Playback, t: number): number {
  const gone = Math.min(Math.max(t - begin, 0), Math.abs(to - from));
  return to >= from ? from + gone : from - gone;
}

/** When a playback has arrived, ms of Live. */
export const playbackEnd = ({ begin, from, to }: Playback): number => begin + Math.abs(to - from);

/** What a channel shows while a part is played. */
export function playedGoal(
  motion: Motion,
  index: number,
  channel: ChannelId,
  playback: Playback,
): Goal {
  const slot = motion.slot(index, channel);
  const end = playbackEnd(playback);
  const isStill = playback.from === playback.to;
  const rates = new Float64Array(motion.slotCount);
  const forwards = playback.to >= playback.from ? 1 : -1;
  const common = { still: isStill, ...(isStill ? {} : { ends: end }) };
  if (channel === "color")
    return {
      ...common,
      // A color is shown as it is: it is blended in the motion already.
      value: () => 0,
      rate: () => 0,
      shown: (t, out, at) => {
        const color = motion.colorAt(index, playedTime(playback, t), COLOR);
        for (let c = 0; c < 4; c++) out[at + c] = color[c] as number;
      },
    };
  return {
    ...common,
    value: (t) => motion.valueAt(index, channel, playedTime(playback, t)),
    rate: (t) =>
      isStill || t < playback.begin || t >= end
        ? 0
        : forwards * (motion.velocity(playedTime(playback, t), rates)[slot] as number),
  };
}

const COLOR = new Float64Array(4);
