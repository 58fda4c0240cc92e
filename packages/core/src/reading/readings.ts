import { type Curve, landmarksOf } from "../curve/index.ts";
import { edgeBetween, peakBetween } from "../value/index.ts";
import { rangeOf } from "./curveRange.ts";
import { feelOf } from "./feel.ts";
import type { Kink, Moment, Readings } from "./readingShape.ts";
import { type Stretch, type TracedCurve, traceCurve } from "./trace.ts";

/** The default settle band. */
export const SETTLE_BAND = 0.02;

/** Differences of value below this are rounding. */
const TINY = 1e-9;

/** The readings of a curve. `band` is a fraction of the change in value. Throws RangeError for an invalid band. */
export function readCurve(curve: Curve, band = SETTLE_BAND): Readings {
  return readTraced(traceCurve(curve), band);
}

/** The readings of a traced curve. */
export function readTraced(
  traced: TracedCurve,
  band = SETTLE_BAND,
  range = rangeOf(traced),
): Readings {
  if (!(band > 0)) throw new RangeError(`readCurve: band ${band} is not above 0`);
  const { slope } = traced.compiled;
  const overshoot = Math.max(range.max - 1, 0);
  const anticipation = Math.max(-range.min, 0);
  const { kinks, jumps } = breaksOf(traced);
  const measured = {
    overshoot: overshoot > TINY ? overshoot : 0,
    overshootAt: range.maxAt,
    anticipation: anticipation > TINY ? anticipation : 0,
    anticipationAt: range.minAt,
    firstReach: firstReach(traced),
    settle: settleOf(traced, band),
    band,
    ...peakSpeed(traced, jumps),
    startSlope: slope(0),
    endSlope: slope(1, true),
    crossings: crossingsOf(traced),
    reversals: reversalsOf(traced.stretches),
    kinks,
    jumps,
  };
  return { ...measured, feel: feelOf(traced.compiled, measured) };
}

/**
 * The time at which the value crosses `level` in a monotone interval, by halving; the level must lie between the
 * values at its ends.
 */
function crossingIn(
  { compiled: { value } }: TracedCurve,
  { from, to, start }: Stretch,
  level: number,
): number {
  const side = start < level;
  return edgeBetween((p) => value(p) < level === side, from, to);
}

function firstReach(traced: TracedCurve): number | null {
  const { stretches, compiled } = traced;
  const { value, slope } = compiled;
  for (let i = 0; i < stretches.length; i++) {
    const stretch = stretches[i] as Stretch;
    if (stretch.start >= 1 - TINY && (i === 0 || stretch.start >= 1)) {
      // A jump to the target or past it, or a start there.
      const before = stretches[i - 1];
      if (!before || before.end < 1 - TINY) return stretch.from;
    }
    if (stretch.end > 1 + TINY) return crossingIn(traced, stretch, 1);
    if (stretch.end >= 1 - TINY) {
      // So close that rounding hides the rest: it has arrived when it no longer gets closer.
      const next = stretches[i + 1];
      if (!next) return 1;
      if (next.start > 1 + TINY) return next.from;
      if (next.end > 1 + TINY || (slope(next.from) > 0 && next.end >= stretch.end)) continue;
      return stretch.to;
    }
  }
  return value(1) >= 1 - TINY ? 1 : null;
}

function settleOf(traced: TracedCurve, band: number): number | null {
  const { stretches, compiled } = traced;
  if (!(Math.abs(compiled.value(1) - 1) <= band)) return null;
  for (let i = stretches.length - 1; i >= 0; i--) {
    const stretch = stretches[i] as Stretch;
    if (Math.abs(stretch.end - 1) > band) return stretch.to;
    if (Math.abs(stretch.start - 1) > band)
      return crossingIn(traced, stretch, stretch.start < 1 ? 1 - band : 1 + band);
  }
  return 0;
}

function peakSpeed(
  { stretches, compiled: { slope } }: TracedCurve,
  jumps: readonly number[],
): { peakSpeed: number; peakSpeedAt: number } {
  const [jump] = jumps;
  if (jump !== undefined) return { peakSpeed: Number.POSITIVE_INFINITY, peakSpeedAt: jump };
  let [best, bestAt] = [0, 0];
  let narrow: readonly [number, number] = [0, 0];
  for (const { from, to } of stretches) {
    for (const [at, speed] of [
      [from, Math.abs(slope(from))],
      [(from + to) / 2, Math.abs(slope((from + to) / 2))],
      [to, Math.abs(slope(to, true))],
    ] as const)
      if (speed > best) {
        [best, bestAt] = [speed, at];
        narrow =
          at === from ? [from, (from + to) / 2] : at === to ? [(from + to) / 2, to] : [from, to];
      }
  }
  // The greatest speed may lie between the sampled places: golden section search around the best of them.
  if (!Number.isFinite(best)) return { peakSpeed: best, peakSpeedAt: bestAt };
  const width = narrow[1] - narrow[0];
  const [low, high] = [Math.max(bestAt - width, 0), Math.min(bestAt + width, 1)];
  const peak = peakBetween((p) => Math.abs(slope(p)), low, high, 50);
  if (peak.value > best) [best, bestAt] = [peak.value, peak.at];
  return { peakSpeed: best, peakSpeedAt: bestAt };
}

function crossingsOf(traced: TracedCurve): number[] {
  const { stretches } = traced;
  const found: number[] = [];
  let side = 0;
  const sideOf = (value: number) => (value > 1 + TINY ? 1 : value < 1 - TINY ? -1 : 0);
  for (const stretch of stretches) {
    const start = sideOf(stretch.start);
    if (start !== 0) {
      if (side !== 0 && start !== side) found.push(stretch.from);
      side = start;
    }
    const end = sideOf(stretch.end);
    if (end !== 0) {
      if (side !== 0 && end !== side)
        found.push(start === 0 ? stretch.from : crossingIn(traced, stretch, 1));
      side = end;
    }
  }
  return found;
}

function reversalsOf(stretches: readonly Stretch[]): Moment[] {
  const found: Moment[] = [];
  let direction = 0;
  let last: Moment = { at: 0, value: stretches[0]?.start ?? 0 };
  const go = (to: Moment) => {
    const now = to.value > last.value + TINY ? 1 : to.value < last.value - TINY ? -1 : 0;
    if (now !== 0) {
      if (direction !== 0 && now !== direction) found.push(last);
      direction = now;
      last = to;
    } else if (direction === 0 || (to.value - last.value) * direction > 0) last = to;
  };
  for (const { from, to, start, end } of stretches) {
    go({ at: from, value: start });
    go({ at: to, value: end });
  }
  return found;
}

/** Slopes with a relative difference below this are equal. */
const SAME_SLOPE = 1e-6;

function breaksOf({ curve, compiled: { value, slope } }: TracedCurve): {
  kinks: Kink[];
  jumps: number[];
} {
  const kinks: Kink[] = [];
  const jumps: number[] = [];
  const isStep = curve.kind === "steps";
  for (const at of isStep ? [0, ...landmarksOf(curve), 1] : landmarksOf(curve)) {
    if (Math.abs(value(at) - value(at, true)) > TINY) {
      jumps.push(at);
      continue;
    }
    const before = slope(at, true);
    const after = slope(at);
    if (before === after) continue;
    const scale = Math.max(1, Math.abs(before), Math.abs(after));
    if (Math.abs(before - after) > SAME_SLOPE * scale || !Number.isFinite(scale))
      kinks.push({ at, before, after });
  }
  return { kinks, jumps };
}
