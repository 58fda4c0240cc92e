import {
  type CompiledCurve,
  type Curve,
  DIAGONAL,
  LINEAR,
  landmarksOf,
} from "../../curve/index.ts";
import { channelOf, type Key, type SpaceTracks, type Track } from "../../study/index.ts";
import { angleDelta, type ColorSpace, readColor } from "../../value/index.ts";
import { type CoordinateSpan, coordinateSpans, measurePiece } from "../geometry/spacePath.ts";
import type { CurveSource } from "./curveSource.ts";

/**
 * A track made ready: its keys in flat arrays, times counted from the tween's start. A number has
 * one component, a colour four (premultiplied, in the track's space).
 */
export interface CompiledTrack {
  readonly track: Track;
  readonly components: 1 | 4;
  readonly space: ColorSpace;
  /** Times of the keys, ms, never falling. */
  readonly times: Float64Array;
  /** Values as the keys say them, `components` numbers each; NaN where one is yet to be found. */
  readonly said: Float64Array;
  /**
   * Values as they are reached. Only angles with a route differ from what is said: each goes on from
   * where the route before it led, so a needle that went past 360° stays there and never jumps.
   */
  readonly values: Float64Array;
  readonly curves: readonly CompiledCurve[];
  /** The curve of a span as data, for hand-offs and drawing. */
  readonly shape: (span: number) => Curve;
  /** Shares of a span, inside (0, 1), at which it may jump or bend. */
  readonly landmarks: (span: number) => readonly number[];
  /** The curve of a span as its key has it, where that is an object of its own that can be compared. */
  readonly curveAt: (span: number) => Curve | undefined;
  /** A key takes its value as it is found when the tween begins. */
  readonly hasFound: boolean;
  /** A span follows a shared curve. */
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
  const said = new Float64Array(keys.length * components);
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
      said.fill(Number.NaN, i * components, (i + 1) * components);
    } else if (typeof value === "number") said[i] = value;
    else said.set(readColor(value, space) ?? [0, 0, 0, 1], i * components);
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
    said,
    values: reach(track, said),
    curves: compiled,
    curveAt: (span) => shapes[span],
    shape: (span) => shapes[span] ?? LINEAR,
    landmarks: (span) => landmarksOf(shapes[span] ?? LINEAR),
    hasFound,
    usesShared,
  };
}

/**
 * The track with the values its keys take "as found": `found` holds what the channel has when the
 * tween starts, one number or four.
 */
export function withFoundValues(compiled: CompiledTrack, found: ArrayLike<number>): CompiledTrack {
  const { components } = compiled;
  const said = Float64Array.from(compiled.said, (value, i) =>
    Number.isNaN(value) ? (found[i % components] as number) : value,
  );
  return { ...compiled, said, values: reach(compiled.track, said), hasFound: false };
}

/**
 * The tracks of x and y that are one path through space, compiled together: each piece's length is
 * covered as the curve of x says. Values that are taken as found have no place to go from; they count as 0.
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
      // As it is: start plus width may miss it by a digit, and the next piece begins there.
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
        // The end of the span before is this one's start, unless its timing ended elsewhere.
        if (times.at(-1) !== time || values.at(-1) !== part.start) {
          if (times.length > 0) {
            curves.push(DIAGONAL);
            shapes.push(() => LINEAR);
            landmarks.push([]);
          }
          add(time, part.start);
        }
        curves.push(part.curve);
        // The way itself is smooth: only its timing jumps or bends.
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
    const said = Float64Array.from(values);
    return {
      track: own,
      components: 1,
      space: "oklab",
      times: Float64Array.from(times),
      said,
      values: said,
      curves,
      shape: (span) => shapes[span]?.() ?? LINEAR,
      landmarks: (span) => landmarks[span] ?? [],
      // A span of a coordinate is no span of the path: nothing of it can be taken over.
      curveAt: () => undefined,
      hasFound: false,
      usesShared,
    };
  };
  return [track(x, "x"), track(y, "y")];
}

/** How many places of a coordinate are looked at where its curve is wanted as data. */
const SAMPLES = 240;

/** Where the timing of a piece jumps or bends within a part of it, as shares of the part. */
function landmarksWithin({ from, to }: CoordinateSpan, timing: Curve): readonly number[] {
  return landmarksOf(timing)
    .map((p) => (p - from) / (to - from))
    .filter((p) => p > 0 && p < 1);
}

/** A coordinate's curve as data: straight pieces close together, with the jumps of the timing. */
function sampleShape(part: CoordinateSpan, timing: Curve): Curve {
  const { curve } = part;
  const marks = landmarksWithin(part, timing);
  const even = Array.from({ length: SAMPLES + 1 }, (_, i) => i / SAMPLES);
  const places = [...new Set([...even, ...marks])].sort((a, b) => a - b);
  return {
    kind: "linear-stops",
    stops: places.flatMap((at) => {
      const [before, after] = [curve.value(at, true), curve.value(at)];
      const stop = { at, value: after };
      return before === after || at === 0 ? [stop] : [{ at, value: before }, stop];
    }),
  };
}

/** Values as they are reached; see `CompiledTrack.values`. */
function reach(track: Track, said: Float64Array): Float64Array {
  const route = track.route ?? "none";
  if (route === "none" || track.mode === "relative" || channelOf(track.channel).kind !== "angle")
    return said;
  const values = Float64Array.from(said);
  for (let i = 1; i < values.length; i++)
    values[i] =
      (values[i - 1] as number) + angleDelta(said[i - 1] as number, said[i] as number, route);
  return values;
}

/**
 * Index of the span in which time `t` of the study lies, for a tween that starts at `origin`: the
 * last one whose first key is at or before it, so that of keys at one time the last holds; the count
 * of spans from the last key on, −1 before the first key.
 *
 * Keys are compared where they are in the study's time, `origin + time`: the difference `t − origin`
 * rounds, and a last frame that falls a hair before its key would miss the target. `first` and `end` say
 * where the keys are in an array that holds more.
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

/** Progress within a span; kept in [0, 1] against the rounding of `t − origin`. */
export function progressIn(times: Float64Array, span: number, local: number): number {
  const start = times[span] as number;
  const p = (local - start) / ((times[span + 1] as number) - start);
  return p > 0 ? (p < 1 ? p : 1) : 0;
}

/**
 * One component of a track's value at time `t` of the study, for a tween that starts at `origin`.
 * Before the first key it is that key's value. From the last key on it is where the last curve ended,
 * which CSS allows to be elsewhere than at the key (`linear(0, 0.5)`).
 */
export function trackValue(
  compiled: CompiledTrack,
  origin: number,
  t: number,
  component: number,
): number {
  const { times, values, curves, components } = compiled;
  const span = spanAt(times, origin, t);
  if (span < 0) return values[component] as number;
  if (span === curves.length) return endValue(compiled, component);
  const at = span * components + component;
  const from = values[at] as number;
  const progress = (curves[span] as CompiledCurve).value(progressIn(times, span, t - origin));
  return from + ((values[at + components] as number) - from) * progress;
}

function endValue({ times, values, curves, components }: CompiledTrack, component: number): number {
  const last = curves.length;
  const to = values[last * components + component] as number;
  if (last === 0 || times[last - 1] === times[last]) return to;
  const progress = (curves[last - 1] as CompiledCurve).value(1);
  // from + (to - from) could miss the target by a rounding; it has to be hit exactly.
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
