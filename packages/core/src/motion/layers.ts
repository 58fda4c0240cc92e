import type { Layer } from "./motion.ts";
import { trackValue, trackVelocity } from "./track.ts";

/**
 * How the layers of one channel make its value. The layer that started last wins and goes on
 * holding its last key; relative layers are added to what is beneath them; a layer whose fill does
 * not hold forwards is gone after its last key. Before all of them the rest value shows, unless the
 * earliest one fills backwards.
 */

/** Index of the layer that started last at `t`, −1 if none has. */
export function topLayer(layers: readonly Layer[], t: number): number {
  let from = 0;
  let to = layers.length;
  while (from < to) {
    const middle = (from + to) >> 1;
    if ((layers[middle] as Layer).start <= t) from = middle + 1;
    else to = middle;
  }
  return from - 1;
}

/** The absolute layer that everything above it adds to; undefined where that is the rest value. */
export function baseLayer(layers: readonly Layer[], t: number, top: number): Layer | undefined {
  for (let i = top; i >= 0; i--) {
    const layer = layers[i] as Layer;
    if (!layer.relative && shows(layer, t)) return layer;
  }
  const [first] = layers;
  return top < 0 && first && !first.relative && fillsBackwards(first) ? first : undefined;
}

/** One component of a channel's value at `t`; `rest` is what it has when nothing drives it. */
export function stackValue(
  layers: readonly Layer[],
  t: number,
  component: number,
  rest: number,
): number {
  const top = topLayer(layers, t);
  let added = 0;
  for (let i = top; i >= 0; i--) {
    const layer = layers[i] as Layer;
    if (!shows(layer, t)) continue;
    const value = trackValue(layer.track, layer.origin, t, component);
    if (!layer.relative) return value + added;
    added += value;
  }
  const first = layers[0];
  if (top < 0 && first && fillsBackwards(first)) {
    const value = trackValue(first.track, first.origin, Number.NEGATIVE_INFINITY, component);
    return first.relative ? rest + value : value;
  }
  return rest + added;
}

/** Rate of change of one component at `t`, per second. */
export function stackVelocity(layers: readonly Layer[], t: number, component: number): number {
  let sum = 0;
  for (let i = topLayer(layers, t); i >= 0; i--) {
    const layer = layers[i] as Layer;
    if (!shows(layer, t)) continue;
    sum += trackVelocity(layer.track, layer.origin, t, component);
    if (!layer.relative) break;
  }
  return sum;
}

/** Whether a layer that has started still counts. At its very end a layer without hold is gone. */
function shows(layer: Layer, t: number): boolean {
  return t < layer.end || layer.fill === "forwards" || layer.fill === "both";
}

/** Whether a layer shows its first key before it starts. */
function fillsBackwards(layer: Layer): boolean {
  return layer.fill === "backwards" || layer.fill === "both";
}

/** What a channel has beneath the layer at `index` when that one starts. */
export function stackBeneath(layers: readonly Layer[], index: number, rest: number): number {
  return stackValue(layers.slice(0, index), (layers[index] as Layer).start, 0, rest);
}
