import {
  type CompiledCurve,
  type Curve,
  DIAGONAL,
  LINEAR,
  type LinearStop,
  landmarksOf,
} from "../../curve/index.ts";
import { channelOf, type Key, type SpaceTracks, type Track } from "../../study/index.ts";
import { angleDelta, type ColorSpace, readColor } from "../../value/index.ts";
import { type CoordinateSpan, coordinateSpans, measurePiece } from "../geometry/spacePath.ts";
import type { CurveSource } from "./curveSource.ts";

/**
 * A compiled track: its keys in flat arrays. A number has one component, a color four (premultiplied, in the track's
 * color space).
 */
export interface CompiledTrack {
  readonly track: Track;
  readonly components: 1 | 4;
  readonly space: ColorSpace;
  /** Local times of the keys, ms, in rising order. */
  readonly times: Float64Array;
  /** Raw values of the keys, `components` numbers each; NaN for found values that are not resolved yet. */
  readonly raw: Float64Array;
  /**
   * Values that are interpolated. They differ from the raw values only for angles with a route: each continues from the
   * value before it, so that a needle that turned past 360° does not jump back.
   */
  readonly values: Float64Array;
  readonly curves: readonly CompiledCurve[];
  /** The curve of a span as data, for hand-offs and drawing. */
  readonly shape: (span: number) => Curve;
  /** Progress values inside (0, 1) at which a span may jump or have a kink. */
  readonly landmarks: (span: number) => readonly number[];
  /** The curve object of a span's key, to compare with; undefined if the span has none of its own. */
  readonly curveAt: (span: number) => Curve | undefined;
  /** Whether a key takes the value that its channel has when the tween starts. */
  readonly hasFoundValues: boolean;
  /** Whether a span refers to a shared curve. */
  readonly usesShared: boolean;
}

/**
 * Compiles a track.
 *
 * @param before what another state of the track was compiled to: curves of spans that are the same objects are taken over
 */
export function compileTrack(
  track: Track,
  curves: CurveSource,
  before?: CompiledTrack,
): CompiledTrack {
  const channel = channelOf(track.channel);
  const components = channel.kind === "color" ? 4 : 1;
  const space = track.space ?? "oklab";
  const { keys } = track;
  const raw = new Float64Array(keys.length * components);
  const times = new Float64Array(keys.length);
  const shapes: Curve[] = [];
  const compiled: CompiledCurve[] = [];
  let hasFound = false;
  let usesShared = false;
  // A plain loop: long sequences have thousands of short tracks, and each list made on the way is one too many.
  for (let i = 0; i < keys.length; i++) {
    const key = keys[i] as Key;
    const { value, curve } = key;
    times[i] = key.time;
    if (typeof value === "object") {
      hasFound = true;
      raw.fill(Number.NaN, i * components, (i + 1) * components);
    } else if (typeof value === "number") raw[i] = value;
    else raw.set(readColor(value, space) ?? [0, 0, 0, 1], i * components);
    if (i === keys.length - 1) break;
    if (curve !== undefined && "shared" in curve) usesShared = true;
    if (curve !== undefined && before?.curveAt(i) === curve) {
      shapes.push(curve as Curve);
      compiled.push(before.curves[i] as CompiledCurve);
      continue;
    }
    const span = curves.of(key, channel.kind);
    shapes.push(span.curve);
    compiled.push(span.compiled);
  }
  return {
    track,
    components,
    space,
    times,
    raw: raw,
    values: alongRoutes(track, raw),
    curves: compiled,
    curveAt: (span) => shapes[span],
    shape: (span) => shapes[span] ?? LINEAR,
    landmarks: (span) => landmarksOf(shapes[span] ?? LINEAR),
    hasFoundValues: hasFound,
    usesShared,
  };
}

/**
 * The track with its found values resolved: `found` is the value of the channel when the tween starts, one number or
 * four.
 */
export function withFoundValues(compiled: CompiledTrack, found: ArrayLike<number>): CompiledTrack {
  const { components } = compiled;
  const raw = Float64Array.from(compiled.raw, (value, i) =>
    Number.isNaN(value) ? (found[i % components] as number) : value,
  );
  return { ...compiled, raw: raw, values: alongRoutes(compiled.track, raw), hasFoundValues: false };
}

/**
 * Compiles the tracks of x and y that form a path through space. The curves of x time the distance covered along each
 * piece. Found values count as 0.
 */
export function compileSpacePath(
  { x, y }: SpaceTracks,
  source: CurveSource,
): readonly [CompiledTrack, CompiledTrack] {
  const number = ({ value }: Key | { value: undefined }) => (typeof value === "number" ? value : 0);
  const spans = x.keys.slice(0, -1).map((key, i) => {
    const next = x.keys[i + 1] as Key;
    const from = { x: number(key), y: number(y.keys[i] ?? { value: undefined }) };
    const to = { x: number(next), y: number(y.keys[i + 1] ?? { value: undefined }) };
    const { curve, compiled: timing } = source.of(key);
    const piece = measurePiece([
      from,
      { x: from.x + (key.out?.x ?? 0), y: from.y + (key.out?.y ?? 0) },
      { x: to.x + (next.in?.x ?? 0), y: to.y + (next.in?.y ?? 0) },
      to,
    ]);
    const straight = !key.out && !next.in;
    return {
      start: key.time,
      // Not start + width, which may differ by a rounding error from where the next piece starts.
      end: next.time,
      width: next.time - key.time,
      from,
      to,
      curve,
      timing,
      piece,
      straight,
    };
  });
  const usesShared = x.keys.some(({ curve }) => curve !== undefined && "shared" in curve);
  const track = (own: Track, axis: "x" | "y"): CompiledTrack => {
    const times: number[] = [];
    const values: number[] = [];
    const curves: CompiledCurve[] = [];
    const shapes: (() => Curve)[] = [];
    const landmarks: (readonly number[])[] = [];
    const add = (time: number, value: number) => {
      times.push(time);
      values.push(value);
    };
    for (const { start, end, width, from, to, curve, timing, piece, straight } of spans) {
      const parts: readonly CoordinateSpan[] = straight
        ? [{ from: 0, to: 1, start: from[axis], end: to[axis], curve: timing }]
        : coordinateSpans(piece, timing, axis);
      for (const part of parts) {
        const time = start + part.from * width;
        // A span starts at the end of the one before, unless the timing of that ended at another value.
        if (times.at(-1) !== time || values.at(-1) !== part.start) {
          if (times.length > 0) {
            curves.push(DIAGONAL);
            shapes.push(() => LINEAR);
            landmarks.push([]);
          }
          add(time, part.start);
        }
        curves.push(part.curve);
        // The path itself is smooth; only its timing can jump or have kinks.
        landmarks.push(landmarksWithin(part, curve));
        let sampled: Curve | undefined;
        shapes.push(() => {
          if (straight) return curve;
          sampled ??= sampleShape(part, curve);
          return sampled;
        });
        add(part.to === 1 ? end : start + part.to * width, part.end);
      }
    }
    const [only] = own.keys;
    if (times.length === 0 && only) add(only.time, number(only));
    const raw = Float64Array.from(values);
    return {
      track: own,
      components: 1,
      space: "oklab",
      times: Float64Array.from(times),
      raw: raw,
      values: raw,
      curves,
      shape: (span) => shapes[span]?.() ?? LINEAR,
      landmarks: (span) => landmarks[span] ?? [],
      // Spans of a coordinate do not correspond to keys, so their curves cannot be reused one by one.
      curveAt: () => undefined,
      hasFoundValues: false,
      usesShared,
    };
  };
  return [track(x, "x"), track(y, "y")];
}

/** Number of samples for the curve of a coordinate as data. */
const SAMPLES = 240;

/** Progress values within a part of a piece at which its timing may jump or have a kink. */
function landmarksWithin({ from, to }: CoordinateSpan, timing: Curve): readonly number[] {
  return landmarksOf(timing)
    .map((p) => (p - from) / (to - from))
    .filter((p) => p > 0 && p < 1);
}

/**
 * The curve of a coordinate as data: a polyline with the jumps of the timing, sampled evenly, and more closely where it
 * bends.
 */
function sampleShape(part: CoordinateSpan, timing: Curve): Curve {
  const { curve } = part;
  const marks = landmarksWithin(part, timing);
  const even = Array.from({ length: SAMPLES + 1 }, (_, i) => i / SAMPLES);
  const places = [...new Set([...even, ...marks])].sort((a, b) => a - b);
  const stops: LinearStop[] = [];
  const fill = (from: LinearStop, to: LinearStop, depth: number): void => {
    const at = (from.at + to.at) / 2;
    const middle = { at, value: curve.value(at) };
    if (depth < MOST_HALVINGS && Math.abs(middle.value - (from.value + to.value) / 2) > STRAIGHT) {
      fill(from, middle, depth + 1);
      fill(middle, to, depth + 1);
    } else stops.push(to);
  };
  for (const at of places) {
    const [before, after] = [curve.value(at, true), curve.value(at)];
    const last = stops.at(-1);
    if (last) fill(last, { at, value: before }, 0);
    if (!last || before !== after) stops.push({ at, value: after });
  }
  return { kind: "linear-stops", stops };
}

/** How far from a straight piece a coordinate may be between samples, and how often a piece is halved for it. */
const STRAIGHT = 2e-5;
const MOST_HALVINGS = 6;

/** The interpolated values; see `CompiledTrack.values`. */
function alongRoutes(track: Track, raw: Float64Array): Float64Array {
  const route = track.route ?? "none";
  if (route === "none" || track.mode === "relative" || channelOf(track.channel).kind !== "angle")
    return raw;
  const values = Float64Array.from(raw);
  for (let i = 1; i < values.length; i++)
    values[i] =
      (values[i - 1] as number) + angleDelta(raw[i - 1] as number, raw[i] as number, route);
  return values;
}

/**
 * Index of the span that contains time `t` of the study, for a tween with this origin: the last one whose first key is
 * at or before `t`. −1 before the first key; the number of spans from the last key on.
 *
 * Compares `origin + time` with `t`, because the difference `t − origin` is rounded and a last frame could miss its key.
 * `first` and `end` delimit the keys in an array that holds those of several tracks.
 */
export function spanAt(
  times: Float64Array,
  origin: number,
  t: number,
  first = 0,
  end = times.length,
): number {
  let from = first;
  let to = end;
  while (from < to) {
    const middle = (from + to) >> 1;
    if (origin + (times[middle] as number) <= t) from = middle + 1;
    else to = middle;
  }
  return from - 1;
}

/** Progress within a span, clamped to [0, 1] because `t − origin` is rounded. */
export function progressIn(times: Float64Array, span: number, local: number): number {
  const start = times[span] as number;
  const p = (local - start) / ((times[span + 1] as number) - start);
  return p > 0 ? (p < 1 ? p : 1) : 0;
}

/**
 * One component of a track's value at time `t` of the study, for a tween that starts at `origin`.
 * Before the first key it is that key's value. From the last key on it is the end value of the last curve, which in CSS
 * may differ from the value of the key (`linear(0, 0.5)`).
 *
 * @param before whether the value before a jump of `steps()` at this time counts
 */
export function trackValue(
  compiled: CompiledTrack,
  origin: number,
  t: number,
  component: number,
  before = false,
): number {
  const { times, values, curves, components } = compiled;
  const span = spanAt(times, origin, t);
  if (span < 0) return values[component] as number;
  if (span === curves.length) return endValue(compiled, component);
  const at = span * components + component;
  const from = values[at] as number;
  const place = progressIn(times, span, t - origin);
  const progress = (curves[span] as CompiledCurve).value(place, before);
  return from + ((values[at + components] as number) - from) * progress;
}

function endValue({ times, values, curves, components }: CompiledTrack, component: number): number {
  const last = curves.length;
  const to = values[last * components + component] as number;
  if (last === 0 || times[last - 1] === times[last]) return to;
  const progress = (curves[last - 1] as CompiledCurve).value(1);
  // from + (to − from) could differ from the target by a rounding error; it has to be exact.
  if (progress === 1) return to;
  const from = values[(last - 1) * components + component] as number;
  return from + (to - from) * progress;
}

/**
 * Rate of change of one component in units per second, analytic from the curve's slope, from the
 * right at keys; 0 before the first key and from the last one on.
 */
export function trackVelocity(
  compiled: CompiledTrack,
  origin: number,
  t: number,
  component: number,
): number {
  const { times, values, curves, components } = compiled;
  const span = spanAt(times, origin, t);
  if (span < 0 || span === curves.length) return 0;
  const at = span * components + component;
  const change = (values[at + components] as number) - (values[at] as number);
  if (change === 0) return 0;
  const width = (times[span + 1] as number) - (times[span] as number);
  const slope = (curves[span] as CompiledCurve).slope(progressIn(times, span, t - origin));
  return (change * slope * 1000) / width;
}
