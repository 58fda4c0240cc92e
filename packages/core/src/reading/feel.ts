import type { CompiledCurve } from "../curve/index.ts";
import { FEEL_WORDS, type FeelWord } from "./feelWords.ts";
import type { Readings } from "./readingShape.ts";

/** A swing of less than this share of the change in value is not noticed. */
const FELT = 0.005;

/**
 * The words for a curve, from its readings:
 * - overshoots, anticipates: by 1 % of the way or more
 * - rings: passes the target and comes back under it, by what can be felt
 * - lands: hits the target with speed and is thrown back
 * - steps: the value jumps
 * - mechanical: constant speed, or nearly so, all the time
 * - gentle: no surprises, slow at both ends, never faster than 2.2 times the constant speed
 * - settles: slows down into the target, or rings out there
 * - builds: arrives faster than it began, at more than constant speed
 */
export function feelOf(
  { value: valueAt }: CompiledCurve,
  readings: Omit<Readings, "feel">,
): FeelWord[] {
  const words = new Set<FeelWord>();
  const { overshoot, anticipation, reversals, kinks, jumps, endSlope, startSlope } = readings;
  const half = valueAt(0.5);
  const passes = overshoot >= 0.01;
  const drawsBack = anticipation >= 0.01;
  const reached = readings.firstReach ?? 2;
  const rings = passes && reversals.some(({ at, value }) => at > reached && value < 1 - FELT);
  const lands = kinks.some(({ at, before, after }) => {
    const value = valueAt(at);
    return Math.abs(value - 1) <= FELT && before > 0.2 && after < 0;
  });
  if (jumps.length > 0) return passes ? ["overshoots", "steps"] : ["steps"];
  if (readings.peakSpeed <= 1.15 && kinks.length === 0 && startSlope > 0.85 && endSlope > 0.85)
    return ["mechanical"];
  if (passes) words.add("overshoots");
  if (drawsBack) words.add("anticipates");
  if (rings) words.add("rings");
  if (lands) words.add("lands");
  const slowEnd = Math.abs(endSlope) <= 0.4;
  if (
    !passes &&
    !drawsBack &&
    reversals.length === 0 &&
    kinks.length === 0 &&
    readings.peakSpeed <= 2.2 &&
    slowEnd &&
    startSlope <= 0.6
  )
    words.add("gentle");
  else if (slowEnd && !lands && readings.settle !== null && (half > 0.5 - 1e-9 || passes))
    words.add("settles");
  if (endSlope > 1 && endSlope > startSlope && half < 0.5) words.add("builds");
  return FEEL_WORDS.filter((word) => words.has(word));
}
