import { printHexColor, writeShownColor } from "../value/index.ts";
import type { Layer } from "./motion.ts";
import { trackValue } from "./track.ts";

/**
 * What one layer does by itself, for drawing: time (ms, the study's) and value in turn, `perSpan` + 1
 * points for each span. Jumps of steps come out steep, not sampled away: their spans get more points.
 */
export function layerPolyline(layer: Layer, perSpan: number): Float64Array {
  const { times, curves, shapes } = layer.track;
  const points: number[] = [];
  for (let span = 0; span < curves.length; span++) {
    const from = times[span] as number;
    const width = (times[span + 1] as number) - from;
    const shape = shapes[span];
    const count =
      shape?.kind === "linear"
        ? 1
        : shape?.kind === "steps"
          ? Math.max(perSpan, 4 * shape.count)
          : perSpan;
    for (let i = 0; i < count; i++) {
      const time = from + (width * i) / count;
      points.push(layer.origin + time, trackValue(layer.track, 0, time, 0));
    }
  }
  points.push(layer.end, trackValue(layer.track, 0, times.at(-1) ?? 0, 0));
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
