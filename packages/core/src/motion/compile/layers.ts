import {
  endsBackwards,
  innerSpeed,
  innerTime,
  outerTime,
  TIE,
  withinTime,
} from "../../timeline/index.ts";
import type { Layer } from "./motion.ts";
import { trackValue, trackVelocity } from "./track.ts";

/**
 * How the layers of a channel combine to its value. Layers are sorted by rank, their start time. At a time, the
 * highest absolute layer that is active determines the value; relative layers above it are added. A layer is active from
 * its start to its last key, and beyond it if it fills forwards. Before all layers the channel has its value at rest,
 * unless the first layer fills backwards.
 */

/** The absolute layer that determines the value at a time; undefined if that is the value at rest. */
export function baseLayer(layers: readonly Layer[], t: number): Layer | undefined {
  let begun = false;
  for (let i = layers.length - 1; i >= 0; i--) {
    const layer = layers[i] as Layer;
    const time = layerTime(layer, t);
    if (Number.isNaN(time)) begun ||= hasBegun(layer, t);
    else if (!layer.relative) return layer;
    else begun = true;
  }
  const [first] = layers;
  return !begun && first && !first.relative && fillsBackwards(first) ? first : undefined;
}

/** The highest active layer at a time; undefined if none is active. */
export function showingLayer(layers: readonly Layer[], t: number): Layer | undefined {
  return layers.findLast((layer) => !Number.isNaN(layerTime(layer, t)));
}

/** One component of a channel's value at `t`; `rest` is what it has when nothing drives it. */
export function stackValue(
  layers: readonly Layer[],
  t: number,
  component: number,
  rest: number,
): number {
  let added = 0;
  let begun = false;
  for (let i = layers.length - 1; i >= 0; i--) {
    const layer = layers[i] as Layer;
    const time = layerTime(layer, t);
    if (Number.isNaN(time)) {
      begun ||= hasBegun(layer, t);
      continue;
    }
    begun = true;
    const before = layer.time?.repeats === true && endsBackwards(layer.time.links, t);
    const value = trackValue(layer.track, originOf(layer), time, component, before);
    if (!layer.relative) return value + added;
    added += value;
  }
  const first = layers[0];
  if (!begun && first && fillsBackwards(first)) {
    const value = trackValue(first.track, originOf(first), early(first), component);
    return first.relative ? rest + value : value;
  }
  return rest + added;
}

/** Rate of change of one component at `t`, per second. */
export function stackVelocity(layers: readonly Layer[], t: number, component: number): number {
  let sum = 0;
  for (let i = layers.length - 1; i >= 0; i--) {
    const layer = layers[i] as Layer;
    const time = layerTime(layer, t);
    if (Number.isNaN(time)) continue;
    // After the end of its clip the value is held.
    const stands = layer.time !== undefined && time >= layer.time.limit && !layer.time.repeats;
    const speed = stands ? 0 : layer.time ? innerSpeed(layer.time.links, t) : 1;
    if (speed !== 0) sum += trackVelocity(layer.track, originOf(layer), time, component) * speed;
    if (!layer.relative) break;
  }
  return sum;
}

/** The origin of a layer's key times: the study's time, or 0 if the layer has a local time of its own. */
function originOf(layer: Layer): number {
  return layer.time ? 0 : layer.origin;
}

/** The time at which to evaluate a layer's track; NaN if the layer is not active. */
export function layerTime(layer: Layer, t: number): number {
  if (!layer.time)
    return layer.start <= t && (t < layer.end || holdsAfterEnd(layer)) ? t : Number.NaN;
  const { links, repeats, from, to, limit } = layer.time;
  // A layer that fills backwards is active early only if no other layer has started; see `stackValue`.
  if (repeats && !hasBegun(layer, t)) return Number.NaN;
  const within = innerTime(links, t);
  if (!Number.isFinite(within)) return Number.NaN;
  // A tween that repeats is active from its start to the end of its iterations, whatever its keys.
  if (!repeats && (within < from - TIE || (within >= to - TIE && !holdsAfterEnd(layer))))
    return Number.NaN;
  return snapToKey(layer.track.times, Math.min(within, limit));
}

/** Snaps a local time to a key that it differs from by rounding only, so that a jump at the key is on the right side. */
function snapToKey(times: Float64Array, within: number): number {
  let low = 0;
  let high = times.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((times[middle] as number) < within - TIE) low = middle + 1;
    else high = middle;
  }
  const time = times[low];
  return time !== undefined && time <= within + TIE ? time : within;
}

/** Whether an inactive layer has started before, so that no layer may fill backwards any more. */
function hasBegun(layer: Layer, t: number): boolean {
  if (!layer.time) return layer.start <= t;
  // Iterations that fill backwards have a local time before they start, so their start time decides.
  if (layer.time.repeats) return innerTime(layer.time.level, t) >= layer.time.begins - TIE;
  return innerTime(layer.time.links, t) >= layer.time.from - TIE;
}

function holdsAfterEnd({ fill }: Layer): boolean {
  return fill === "forwards" || fill === "both";
}

/** Whether a layer shows its first key before it starts. */
function fillsBackwards(layer: Layer): boolean {
  return layer.fill === "backwards" || layer.fill === "both";
}

/** The local time that a layer shows before it starts if it fills backwards: the start of its first iteration. */
function early(layer: Layer): number {
  return layer.time?.first ?? Number.NEGATIVE_INFINITY;
}

/** The value of the layers below the one at `index` at the time it starts. */
export function stackBeneath(layers: readonly Layer[], index: number, rest: number): number {
  return stackValue(layers.slice(0, index), (layers[index] as Layer).start, 0, rest);
}

/** Converts a local time of a layer to the time of the study, ms: in the first iteration, running forwards. */
export function outerOf({ origin, time }: Layer, within: number): number {
  return time ? outerTime(time.way, within) : origin + within;
}

/** The inverse of `outerOf`. */
export function withinOf({ origin, time }: Layer, t: number): number {
  return time ? withinTime(time.way, t) : t - origin;
}

/** The value of a layer's track at a time of the study, whether the layer is active or not. */
export function layerValue(layer: Layer, t: number, component: number): number {
  return trackValue(layer.track, originOf(layer), layer.time ? withinOf(layer, t) : t, component);
}

/** Its rate of change per second of the study, in its first iteration. */
export function layerVelocity(layer: Layer, t: number, component: number): number {
  if (!layer.time) return trackVelocity(layer.track, layer.origin, t, component);
  const within = withinOf(layer, t);
  const rate = withinOf(layer, t + 1) - within;
  return trackVelocity(layer.track, 0, within, component) * rate;
}
