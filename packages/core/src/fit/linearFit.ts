import {
  type Curve,
  compileCurve,
  isSpring,
  type LinearStop,
  type LinearStopsCurve,
  landmarksOf,
} from "../curve/index.ts";
import { roundTo } from "../value/index.ts";
import { greatestDifference } from "./difference.ts";
import { fewestLinks } from "./fewestLinks.ts";

/** A curve fitted by straight pieces, and their greatest error. */
export interface LinearFit {
  readonly curve: LinearStopsCurve;
  /** Greatest difference in value over [0, 1]. */
  readonly error: number;
}

/** The most times an interval is halved where the curve bends; 2^-22 of the time is below any frame. */
const MOST_HALVINGS = 22;
/** A curve is looked at so many times before it is known where it bends. */
const COARSE_SAMPLES = 128;
const NEAREST = 1e-9;
/** The shares of the tolerance reserved for errors between samples and for rounding, tried in turn. */
const KEPT = [1 / 100, 1 / 16, 1 / 4];

/**
 * The fewest straight pieces that stay within `tolerance` of a curve (0.005 is half a percent of the
 * way). They begin and end on the curve, and jump where it jumps; between, stops may lie beside it. The
 * stops are rounded as far as the tolerance allows.
 */
export function fitLinear(curve: Curve, tolerance: number): LinearFit {
  if (!(tolerance > 0)) throw new RangeError(`fitLinear: tolerance ${tolerance} is not above 0`);
  const decimals = Math.max(4, Math.ceil(-Math.log10(tolerance)) + 2);
  let best: LinearFit | undefined;
  // The error between samples is estimated at their midpoints. Where the measured error is larger, the fit is repeated
  // with more of the tolerance in reserve.
  for (const kept of KEPT) {
    const parts = sampleParts(curve, tolerance, kept);
    const linked = parts.map((part) => fewestLinks(part, tolerance * (1 - kept)));
    const tidied = linked.flatMap((stops) =>
      stops.map((stop, i) => tidy(stop, i, stops, decimals)),
    );
    for (const stops of [tidied, linked.flat()]) {
      const fit = finish(curve, stops);
      if (fit.error <= tolerance) return fit;
      if (!best || fit.error < best.error) best = fit;
    }
  }
  return best as LinearFit;
}

function finish(curve: Curve, stops: readonly LinearStop[]): LinearFit {
  const fitted: LinearStopsCurve = { kind: "linear-stops", stops };
  return { curve: fitted, error: greatestDifference(curve, fitted) };
}

/** Rounds a stop, but not the place of an end of a part: those are where the curve jumps. */
function tidy(
  { at, value }: LinearStop,
  index: number,
  part: readonly LinearStop[],
  decimals: number,
): LinearStop {
  const [first, last] = [part[0] as LinearStop, part.at(-1) as LinearStop];
  const isEnd = index === 0 || index === part.length - 1;
  // In a part shorter than the last decimal a place would be rounded out of it, and stops out of order.
  const place = isEnd ? at : Math.min(Math.max(roundTo(at, decimals + 1), first.at), last.at);
  return { at: place, value: roundTo(value, decimals) };
}

/**
 * The curve between its jumps, sampled so finely that straight lines between the samples stay well within the
 * tolerance.
 */
function sampleParts(curve: Curve, whole: number, kept: number): LinearStop[][] {
  // With a larger reserve the samples lie closer together, not farther apart.
  const tolerance = Math.min(whole / 100, (whole * (1 / 100) ** 2) / kept);
  const { value } = compileCurve(curve);
  const marks = landmarksOf(curve);
  const parts: LinearStop[][] = [];
  let samples: LinearStop[] = [];
  if (Math.abs(value(0, true) - value(0)) > tolerance)
    parts.push([{ at: 0, value: value(0, true) }]);
  samples.push({ at: 0, value: value(0) });
  const add = (from: LinearStop, to: LinearStop, depth: number): void => {
    const at = (from.at + to.at) / 2;
    const middle = { at, value: value(at) };
    const bends = Math.abs(middle.value - (from.value + to.value) / 2) > tolerance;
    if (depth < MOST_HALVINGS && (depth < 1 || bends)) {
      add(from, middle, depth + 1);
      add(middle, to, depth + 1);
    } else samples.push(to);
  };
  const anchors = new Set([
    ...marks,
    ...Array.from({ length: COARSE_SAMPLES }, (_, i) => (i + 1) / COARSE_SAMPLES),
  ]);
  for (const at of [...anchors].sort((a, b) => a - b)) {
    // Places closer than this are not resolved on any screen; 1 itself is kept as it is.
    if (at < 1 && (at - (samples.at(-1)?.at ?? 0) < NEAREST || 1 - at < NEAREST)) continue;
    const before = at === 1 ? endLimit(curve, whole) : value(at, true);
    add(samples.at(-1) as LinearStop, { at, value: before }, 0);
    const after = value(at);
    if (Math.abs(after - before) > tolerance) {
      parts.push(samples);
      samples = [{ at, value: after }];
    }
  }
  parts.push(samples);
  return parts;
}

/** The value just before the end; a spring jumps the last thousandth to its target. */
function endLimit(curve: Curve, tolerance: number): number {
  const { value } = compileCurve(curve);
  if (!isSpring(curve)) return value(1, true);
  const limit = value(1 - Number.EPSILON);
  return Math.abs(limit - 1) > tolerance / 2 ? limit : 1;
}
