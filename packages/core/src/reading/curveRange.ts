import type { Curve } from "../curve/index.ts";
import { type TracedCurve, traceCurve } from "./trace.ts";

/** The lowest and highest value over [0, 1], and where each is reached first. */
export interface CurveRange {
  readonly min: number;
  readonly max: number;
  readonly minAt: number;
  readonly maxAt: number;
}

/** The range of a curve. */
export function curveRange(curve: Curve): CurveRange {
  return rangeOf(traceCurve(curve));
}

/** The range of a traced curve. */
export function rangeOf({ compiled, stretches }: TracedCurve): CurveRange {
  let [min, max, minAt, maxAt] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, 0, 0];
  const take = (value: number, at: number) => {
    if (value < min) [min, minAt] = [value, at];
    if (value > max) [max, maxAt] = [value, at];
  };
  for (const { from, to, start, end } of stretches) {
    take(start, from);
    take(end, to);
  }
  // There may be a jump exactly at the end.
  take(compiled.value(1), 1);
  return { min, max, minAt, maxAt };
}
