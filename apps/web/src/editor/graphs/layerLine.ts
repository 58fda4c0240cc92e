import { type Layer, layerPolyline } from "@levitas/core/motion";

/** How many points draw one span. */
const PER_SPAN = 40;

const lines = new WeakMap<Layer, Float64Array>();

/** Time and value in turn, for drawing; made once for each layer. */
export function lineOf(layer: Layer): Float64Array {
  let line = lines.get(layer);
  if (!line) {
    line = layerPolyline(layer, PER_SPAN);
    lines.set(layer, line);
  }
  return line;
}
