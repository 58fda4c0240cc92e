import { innerSpeed, innerTime, TIE } from "../../timeline/index.ts";
import type { Layer } from "./motion.ts";
import { trackValue, trackVelocity } from "./track.ts";

/**
 * How the layers of one channel make its value. Layers lie in order of their rank: the one that started last
 * wins and goes on holding its last key; relative layers are added to what is beneath them; a layer whose
 * fill does not hold forwards is gone after its last key. Before all of them the rest value shows, unless the
 * earliest one fills backwards.
 */

/** The absolute layer that everything above it adds to; undefined where that is the rest value. */
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

/** The topmost layer that shows at a time: the one a person sees, or adds to. Undefined where none does. */
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
    const value = trackValue(layer.track, originOf(layer), time, component);
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
    // Past the part that is played it stands still.
    const stands = layer.time !== undefined && time >= layer.time.limit && !layer.time.repeats;
    const speed = stands ? 0 : layer.time ? innerSpeed(layer.time.links, t) : 1;
    if (speed !== 0) sum += trackVelocity(layer.track, originOf(layer), time, component) * speed;
    if (!layer.relative) break;
  }
  return sum;
}

/** What the times of a layer's keys count from where its track is asked. */
function originOf(layer: Layer): number {
  return layer.time ? 0 : layer.origin;
}

/** The time at which a layer's track is to be asked; NaN where the layer does not show. */
export function layerTime(layer: Layer, t: number): number {
  if (!layer.time) return layer.start <= t && (t < layer.end || holds(layer)) ? t : Number.NaN;
  const { links, repeats, from, to, limit } = layer.time;
  // What fills backwards shows early only while nothing else has begun; see `stackValue`.
  if (repeats && !hasBegun(layer, t)) return Number.NaN;
  const within = innerTime(links, t);
  if (!Number.isFinite(within)) return Number.NaN;
  // A tween that repeats shows as a block: its passes say when.
  if (!repeats && (within < from - TIE || (within >= to - TIE && !holds(layer)))) return Number.NaN;
  return atKey(layer.track.times, Math.min(within, limit));
}

/** A time within, or that of a key from which only roundings part it: a jump has to be on its right side. */
function atKey(times: Float64Array, within: number): number {
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

/** Whether a layer that does not show has been there, so that nothing may show before its time any more. */
function hasBegun(layer: Layer, t: number): boolean {
  if (!layer.time) return layer.start <= t;
  // Passes that fill backwards are at their beginning before they begin: their start decides.
  if (layer.time.repeats) return innerTime(layer.time.level, t) >= layer.time.begins - TIE;
  return innerTime(layer.time.links, t) >= layer.time.from - TIE;
}

function holds({ fill }: Layer): boolean {
  return fill === "forwards" || fill === "both";
}

/** Whether a layer shows its first key before it starts. */
function fillsBackwards(layer: Layer): boolean {
  return layer.fill === "backwards" || layer.fill === "both";
}

/** The time a layer that fills backwards shows before it begins: the first of its first pass. */
function early(layer: Layer): number {
  return layer.time?.first ?? Number.NEGATIVE_INFINITY;
}

/** What a channel has beneath the layer at `index` when that one starts. */
export function stackBeneath(layers: readonly Layer[], index: number, rest: number): number {
  return stackValue(layers.slice(0, index), (layers[index] as Layer).start, 0, rest);
}

/** The value of a layer's track where it is at a time of the study, shown or not. */
export function layerValue(layer: Layer, t: number, component: number): number {
  return trackValue(layer.track, originOf(layer), layer.time ? layer.within(t) : t, component);
}

/** The same for its rate of change, per second of the study, of its first pass. */
export function layerVelocity(layer: Layer, t: number, component: number): number {
  if (!layer.time) return trackVelocity(layer.track, layer.origin, t, component);
  const within = layer.within(t);
  const rate = layer.within(t + 1) - within;
  return trackVelocity(layer.track, 0, within, component) * rate;
}
