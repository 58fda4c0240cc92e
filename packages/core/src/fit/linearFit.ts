import {
  type Curve,
  compileCurve,
  type LinearStop,
  type LinearStopsCurve,
} from "../curve/index.ts";

/** A curve as straight pieces, and how far they are from it at most. */
export interface LinearFit {
  readonly curve: LinearStopsCurve;
  /** Greatest difference in value, measured between all samples the fit was made from. */
  readonly error: number;
}

/** How often an interval is halved where the curve bends; 2^-22 of the time is below any frame. */
const DEEPEST = 22;
const COARSE = 256;

/**
 * Straight pieces that stay within `tolerance` of a curve (in its own units, 0.005 is half a percent
 * of the way), with stops on the curve. From each stop the next one is as far away as a straight line
 * can reach: a cone of slopes that miss no sample narrows until it closes.
 */
export function fitLinear(curve: Curve, tolerance: number): LinearFit {
  if (!(tolerance > 0)) throw new RangeError(`fitLinear: tolerance ${tolerance} is not above 0`);
  const samples = sampleFinely(curve, tolerance / 8);
  const stops: LinearStop[] = [samples[0] as LinearStop];
  // An eighth is left for what lies between samples.
  const room = tolerance * (7 / 8);
  for (let anchor = 0; anchor < samples.length - 1; ) {
    const next = reach(samples, anchor, room);
    stops.push(samples[next] as LinearStop);
    anchor = next;
  }
  return { curve: { kind: "linear-stops", stops }, error: errorOf(samples, stops) };
}

/** Index of the farthest sample to which a line from `anchor` stays within `room` of all between. */
function reach(samples: readonly LinearStop[], anchor: number, room: number): number {
  const { at, value } = samples[anchor] as LinearStop;
  let [low, high] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  let farthest = anchor + 1;
  for (let i = anchor + 1; i < samples.length; i++) {
    const sample = samples[i] as LinearStop;
    const width = sample.at - at;
    // A jump: two samples at one place. Nothing straight crosses it.
    if (width === 0) return i;
    const slope = (sample.value - value) / width;
    if (slope >= low && slope <= high) farthest = i;
    low = Math.max(low, slope - room / width);
    high = Math.min(high, slope + room / width);
    if (low > high) break;
  }
  return farthest;
}

/** The curve at places so close that a straight line between neighbours is within `tolerance`. */
function sampleFinely(curve: Curve, tolerance: number): LinearStop[] {
  const { value } = compileCurve(curve);
  const samples: LinearStop[] = [{ at: 0, value: value(0) }];
  const add = (from: LinearStop, to: LinearStop, depth: number): void => {
    const at = (from.at + to.at) / 2;
    const middle = { at, value: value(at) };
    const bends = Math.abs(middle.value - (from.value + to.value) / 2) > tolerance;
    if (depth < DEEPEST && (depth < 2 || bends)) {
      add(from, middle, depth + 1);
      add(middle, to, depth + 1);
    } else samples.push(to);
  };
  for (let i = 0; i < COARSE; i++) {
    const at = (i + 1) / COARSE;
    add(samples.at(-1) as LinearStop, { at, value: value(at) }, 0);
  }
  return samples;
}

function errorOf(samples: readonly LinearStop[], stops: readonly LinearStop[]): number {
  const { value } = compileCurve({ kind: "linear-stops", stops });
  let worst = 0;
  for (const sample of samples) worst = Math.max(worst, Math.abs(value(sample.at) - sample.value));
  return worst;
}
