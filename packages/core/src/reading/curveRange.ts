import { type Curve, compileCurve } from "../curve/index.ts";
import { traceCurve } from "./trace.ts";

/** The lowest and highest progress in value over [0, 1], and where they are first. */
export interface CurveRange {
  readonly min: number;
  readonly max: number;
  readonly minAt: number;
  readonly maxAt: number;
}

/** Plot, readings and fitting ask for the same curve within one frame. */
const known = new WeakMap<Curve, CurveRange>();

/** The range of a curve, from its turns. */
export function curveRange(curve: Curve): CurveRange {
  let range = known.get(curve);
  if (!range) {
    range = findRange(curve);
    known.set(curve, range);
  }
  return range;
}

function findRange(curve: Curve): CurveRange {
  let [min, max, minAt, maxAt] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, 0, 0];
  const take = (value: number, at: number) => {
    if (value < min) [min, minAt] = [value, at];
    if (value > max) [max, maxAt] = [value, at];
  };
  for (const { from, to, start, end } of traceCurve(curve)) {
    take(start, from);
    take(end, to);
  }
  // The very end may be a jump.
  const { value } = compileCurve(curve);
  take(value(1), 1);
  return { min, max, minAt, maxAt };
}
