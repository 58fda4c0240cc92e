import { printHexColor, writeShownColor } from "../value/index.ts";
import type { Layer } from "./motion.ts";
import { trackValue } from "./track.ts";

/**
 * What one layer does by itself, for drawing: time (ms, the study's) and value in turn. Straight spans
 * take their ends alone, steps both sides of every jump, other spans `perSpan` points.
 */
export function layerPolyline(layer: Layer, perSpan: number): Float64Array {
  const { times, values, curves, shapes } = layer.track;
  const points: number[] = [];
  curves.forEach((curve, span) => {
    const start = layer.origin + (times[span] as number);
    const width = (times[span + 1] as number) - (times[span] as number);
    const from = values[span] as number;
    const change = (values[span + 1] as number) - from;
    const shape = shapes[span];
    const add = (p: number, before = false) =>
      points.push(start + width * p, from + change * curve.value(p, before));
    if (shape?.kind === "steps")
      for (let i = 0; i <= shape.count; i++) {
        add(i / shape.count, true);
        add(i / shape.count);
      }
    else if (shape?.kind === "linear") add(0);
    else for (let i = 0; i < perSpan; i++) add(i / perSpan);
  });
  points.push(layer.end, trackValue(layer.track, layer.origin, layer.end, 0));
  return Float64Array.from(points);
}

/** The colours a layer goes through, as CSS text, evenly from its first key to its last. */
export function layerColors(layer: Layer, count: number): string[] {
  const { start, end } = layer;
  return Array.from({ length: count }, (_, i) =>
    layerColorAt(layer, start + ((end - start) * i) / Math.max(count - 1, 1)),
  );
}

/** The colour a layer gives at a time of the study, as CSS text. */
export function layerColorAt(layer: Layer, time: number): string {
  const shown = new Float64Array(4);
  const part = (c: number) => trackValue(layer.track, layer.origin, time, c);
  writeShownColor(part(0), part(1), part(2), part(3), layer.track.space, shown, 0);
  return printHexColor(shown, 0);
}
