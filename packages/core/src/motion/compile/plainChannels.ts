import type { CompiledCurve } from "../../curve/index.ts";
import type { DrivenChannel } from "./motion.ts";
import { progressIn, spanAt, trackValue } from "./track.ts";

/**
 * The channels that one absolute layer drives and that hold their last key: nearly all of a study. Their
 * keys lie in flat arrays, one after the other, because for thousands of channels the way to a value
 * costs more than the value.
 */
export interface PlainChannels {
  /** Writes the value of each at `t` ms. Those that have not begun are left alone. */
  readonly write: (t: number, out: Float64Array) => void;
}

/** Whether a channel can be written the plain way. */
export function isPlain({ channel, layers }: DrivenChannel): boolean {
  const [layer] = layers;
  return (
    channel.kind !== "color" &&
    layers.length === 1 &&
    layer !== undefined &&
    !layer.relative &&
    !layer.time &&
    layer.fill === "forwards"
  );
}

/** Lays the keys of plain channels out. */
export function layOut(channels: readonly DrivenChannel[]): PlainChannels {
  const count = channels.length;
  let keys = 0;
  for (const { layers } of channels) keys += layers[0]?.track.times.length ?? 0;
  const slots = new Int32Array(count);
  const origins = new Float64Array(count);
  const ends = new Float64Array(count);
  /** Where the keys of each begin; one more for where the last ends. */
  const firsts = new Int32Array(count + 1);
  const times = new Float64Array(keys);
  const values = new Float64Array(keys);
  const curves: (CompiledCurve | undefined)[] = new Array(keys);
  /** In which span each was last; only a guess where to look first. */
  const spans = new Int32Array(count);
  let next = 0;
  for (let i = 0; i < count; i++) {
    const { slot, layers } = channels[i] as DrivenChannel;
    const { track, origin } = layers[0] as DrivenChannel["layers"][number];
    slots[i] = slot;
    origins[i] = origin;
    ends[i] = trackValue(track, origin, Number.POSITIVE_INFINITY, 0);
    firsts[i] = next;
    times.set(track.times, next);
    values.set(track.values, next);
    for (let k = 0; k < track.curves.length; k++) curves[next + k] = track.curves[k];
    next += track.times.length;
  }
  firsts[count] = next;
  return {
    write(t, out) {
      for (let i = 0; i < count; i++) {
        const first = firsts[i] as number;
        const last = (firsts[i + 1] as number) - 1;
        const origin = origins[i] as number;
        if (origin + (times[first] as number) > t) continue;
        const slot = slots[i] as number;
        if (origin + (times[last] as number) <= t) {
          out[slot] = ends[i] as number;
          continue;
        }
        let span = first + (spans[i] as number);
        if (!(origin + (times[span] as number) <= t && t < origin + (times[span + 1] as number))) {
          span = spanAt(times, origin, t, first, last + 1);
          spans[i] = span - first;
        }
        const from = values[span] as number;
        const progress = (curves[span] as CompiledCurve).value(progressIn(times, span, t - origin));
        out[slot] = from + ((values[span + 1] as number) - from) * progress;
      }
    },
  };
}
