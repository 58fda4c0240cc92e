import type { ChannelId } from "../../study/index.ts";
import { type AngleRoute, peakBetween, printHexColor, writeShownColor } from "../../value/index.ts";
import { layerValue, layerVelocity, outerOf } from "../compile/layers.ts";
import type { Layer, Motion } from "../compile/motion.ts";

/**
 * What one layer does by itself, for drawing: time (ms, the study's) and value in turn. Straight spans
 * take their ends alone, steps both sides of every jump, other spans `perSpan` points.
 */
export function layerPolyline(layer: Layer, perSpan: number): Float64Array {
  const { times, values, curves } = layer.track;
  const points: number[] = [];
  const { from: first, limit } = layer.time ?? {
    from: Number.NEGATIVE_INFINITY,
    limit: Number.POSITIVE_INFINITY,
  };
  if (layer.tween.clip) points.push(layer.start, layerValue(layer, layer.start, 0));
  curves.forEach((curve, span) => {
    const start = outerOf(layer, times[span] as number);
    const width = outerOf(layer, times[span + 1] as number) - start;
    const from = values[span] as number;
    const change = (values[span + 1] as number) - from;
    const shape = layer.track.shape(span);
    const begin = times[span] as number;
    const length = (times[span + 1] as number) - begin;
    const add = (p: number, before = false) => {
      // Only the part that is played is drawn.
      const within = begin + length * p;
      if (layer.tween.clip && (within < first || within > limit)) return;
      points.push(start + width * p, from + change * curve.value(p, before));
    };
    if (shape.kind === "steps")
      for (let i = 0; i <= shape.count; i++) {
        add(i / shape.count, true);
        add(i / shape.count);
      }
    else if (shape.kind === "linear") add(0);
    else for (let i = 0; i < perSpan; i++) add(i / perSpan);
  });
  points.push(layer.end, layerValue(layer, layer.end, 0));
  return Float64Array.from(points);
}

/**
 * A line of a layer as it is played where its first iteration runs backwards: the same points mirrored in time. Undefined
 * for others, whose line is what is played.
 *
 * @param points times of the study, ms, and values in turn
 */
export function backwardPolyline(layer: Layer, points: Float64Array): Float64Array | undefined {
  const { direction, clip } = layer.tween;
  if (!layer.time?.repeats || (direction !== "reverse" && direction !== "alternate-reverse"))
    return undefined;
  // It begins at the end of what it plays.
  const turn = outerOf(layer, clip?.from ?? 0) + outerOf(layer, layer.time.first);
  const mirrored = new Float64Array(points.length);
  for (let i = 0; i < points.length; i += 2) {
    mirrored[points.length - 2 - i] = turn - (points[i] as number);
    mirrored[points.length - 1 - i] = points[i + 1] as number;
  }
  return mirrored;
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
  const part = (c: number) => layerValue(layer, time, c);
  writeShownColor(part(0), part(1), part(2), part(3), layer.track.space, shown, 0);
  return printHexColor(shown, 0);
}

/** A span of a channel, as the values are reached. */
export interface ReachedSpan {
  readonly layer: Layer;
  readonly index: number;
  /** Times of the study, ms. */
  readonly start: number;
  readonly end: number;
  readonly from: number;
  readonly to: number;
  readonly route: AngleRoute;
}

/**
 * The span of a channel that begins at a key, or else the one that plays at a time, or else the first one.
 * Undefined where nothing drives the channel or it has no span.
 */
export function spanAtTime(
  motion: Motion,
  figureIndex: number,
  channel: ChannelId,
  keyId: string | null,
  time: number,
): ReachedSpan | undefined {
  const layers = motion.drivenAt(figureIndex, channel)?.layers ?? [];
  const describe = (layer: Layer, index: number): ReachedSpan => ({
    layer,
    index,
    start: outerOf(layer, layer.track.times[index] as number),
    end: outerOf(layer, layer.track.times[index + 1] as number),
    from: layer.track.values[index] as number,
    to: layer.track.values[index + 1] as number,
    route: layer.track.track.route ?? "none",
  });
  for (const layer of layers) {
    const index = layer.track.track.keys.findIndex((key) => key.id === keyId);
    if (index >= 0 && index < layer.track.curves.length) return describe(layer, index);
  }
  const playing = layers.findLast((layer) => layer.start <= time && layer.track.curves.length > 0);
  const layer = playing ?? layers.find((each) => each.track.curves.length > 0);
  if (!layer) return undefined;
  const spans = layer.track.curves.length;
  let index = 0;
  while (index < spans - 1 && outerOf(layer, layer.track.times[index + 1] as number) <= time)
    index++;
  return describe(layer, index);
}

/**
 * The speed of layers that follow each other, for drawing: time (ms) and speed (units per second, never
 * negative) in turn, down to 0 before, between and after them.
 */
export function stretchSpeeds(layers: readonly Layer[], perSpan: number): Float64Array {
  const all: number[] = [];
  for (const layer of layers) {
    const points: number[] = [layer.start, 0];
    const { times } = layer.track;
    for (let span = 0; span + 1 < times.length; span++) {
      const from = outerOf(layer, times[span] as number);
      const width = outerOf(layer, times[span + 1] as number) - from;
      if (!(width > 0)) continue;
      for (let i = 0; i <= perSpan; i++) {
        // The end of a span is looked at from within: at the key itself the next one begins.
        const time = from + width * Math.min(i / perSpan, 1 - 1e-6);
        const speed = Math.abs(layerVelocity(layer, time, 0));
        points.push(time, Number.isFinite(speed) ? speed : 0);
      }
    }
    points.push(layer.end, 0);
    const own = Float64Array.from(points);
    for (const part of backwardPolyline(layer, own) ?? own) all.push(part);
  }
  return Float64Array.from(all);
}

/** The greatest of the speeds that `stretchSpeeds` gives, exactly: between its points it may be greater. */
export function greatestSpeed(layers: readonly Layer[], speeds: Float64Array): number {
  let at = 1;
  for (let i = 1; i < speeds.length; i += 2)
    if ((speeds[i] as number) > (speeds[at] as number)) at = i;
  const most = speeds[at] ?? 0;
  const time = speeds[at - 1] ?? 0;
  const layer = layers.findLast(({ start, end }) => start <= time && time <= end);
  if (!layer) return most;
  // Only within its span: at a key the next one begins.
  const [before, after] = [Math.max(speeds[at - 3] ?? time, layer.start), speeds[at + 1] ?? time];
  const inside = Math.max(Math.min(after, layer.end), before);
  const { value: refined } = peakBetween(
    (t) => Math.abs(layerVelocity(layer, t, 0)),
    before,
    inside - (inside - before) * 1e-6,
  );
  return Number.isFinite(refined) && refined < 2 * most ? Math.max(most, refined) : most;
}
