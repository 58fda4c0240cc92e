import { type Tangent, tangentsOf } from "@levitas/core/edit";
import type { Layer } from "@levitas/core/motion";
import { curveOfKey } from "@levitas/core/study";

/** The value a layer reaches at a key: angles by their route; on a path as the key says. */
export function reachedValue(layer: Layer, index: number): number {
  const { track, times, values } = layer.track;
  if (times.length === track.keys.length) return values[index] as number;
  const said = track.keys[index]?.value;
  return typeof said === "number" ? said : 0;
}

/** Where the handles of the span that begins at a key lie, in real units. */
export function spanTangents(
  layer: Layer,
  index: number,
  curves: Parameters<typeof curveOfKey>[0],
): { out: Tangent; in: Tangent } | undefined {
  const [key, next] = [layer.track.track.keys[index], layer.track.track.keys[index + 1]];
  if (!key || !next) return undefined;
  const change = reachedValue(layer, index + 1) - reachedValue(layer, index);
  return tangentsOf(curveOfKey(curves, key), next.time - key.time, change);
}
