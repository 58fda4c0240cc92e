import { readSamples, SETTLE_BAND } from "../../reading/index.ts";
import type { ChannelId } from "../../study/index.ts";
import { edgeBetween, peakBetween } from "../../value/index.ts";
import { stackVelocity } from "../compile/layers.ts";
import type { Motion } from "../compile/motion.ts";

/** What is measured of a stretch of one channel, in the channel's own unit. */
export interface ChannelReadings {
  /** How far it goes beyond its last value, seen from its first; 0 where it does not. */
  readonly overshoot: number;
  /** How far it goes back behind its first value. */
  readonly anticipation: number;
  /** ms from the start of the stretch until it stays within 2 % of the way; null where it goes no way. */
  readonly settle: number | null;
  /** Greatest speed, units per second, and when, ms of the study. */
  readonly peakSpeed: number;
  readonly peakAt: number;
  readonly from: number;
  readonly to: number;
}

/** How many times of a stretch are looked at. */
const SAMPLES = 600;

/**
 * Measures a channel between two times of the study, ms. A stretch without length, or a channel that is
 * no number, has nothing to be measured: undefined.
 */
export function readChannel(
  motion: Motion,
  figureIndex: number,
  channel: ChannelId,
  { from, to }: { readonly from: number; readonly to: number },
): ChannelReadings | undefined {
  const driven = motion.drivenAt(figureIndex, channel);
  if (!driven || !(to > from)) return undefined;
  if (driven.channel.kind !== "number" && driven.channel.kind !== "angle") return undefined;
  const times = new Float64Array(SAMPLES + 1);
  const values = new Float64Array(SAMPLES + 1);
  let peakSpeed = 0;
  let peakAt = from;
  for (let i = 0; i <= SAMPLES; i++) {
    const time = i === SAMPLES ? to : from + ((to - from) * i) / SAMPLES;
    times[i] = time;
    values[i] = motion.valueAt(figureIndex, channel, time);
    const speed = Math.abs(stackVelocity(driven.layers, time, 0));
    if (Number.isFinite(speed) && speed > peakSpeed) [peakSpeed, peakAt] = [speed, time];
  }
  const step = (to - from) / SAMPLES;
  const speedAt = (time: number) => Math.abs(stackVelocity(driven.layers, time, 0));
  // The end belongs to what comes after it.
  const [before, after] = [
    Math.max(peakAt - step, from),
    Math.min(peakAt + step, to - step * 1e-6),
  ];
  const { value: refined } = peakBetween(speedAt, before, after);
  if (Number.isFinite(refined) && refined < 2 * peakSpeed) peakSpeed = Math.max(peakSpeed, refined);
  const read = readSamples(times, values);
  const way = Math.abs((values[SAMPLES] as number) - (values[0] as number));
  /** The time from the start at which it comes to stay, near one that was found among the samples. */
  const settled = (near: number): number => {
    const target = values[SAMPLES] as number;
    const isAway = (time: number) =>
      Math.abs(motion.valueAt(figureIndex, channel, from + time) - target) > SETTLE_BAND * way;
    const [low, high] = [Math.max(near - step, 0), Math.min(near + step, to - from)];
    // To less than a thousandth of what lies between two samples.
    return isAway(low) && !isAway(high) ? edgeBetween(isAway, low, high, 30) : near;
  };
  return {
    overshoot: read ? read.overshoot * way : 0,
    anticipation: read ? read.anticipation * way : 0,
    settle: read?.settle == null ? null : settled(read.settle * (to - from)),
    peakSpeed,
    peakAt,
    from,
    to,
  };
}
