import { type Curve, compileCurve } from "../curve/index.ts";

/** The lowest and highest progress in value over [0, 1], and where they are. */
export interface CurveRange {
  readonly min: number;
  readonly max: number;
  readonly minAt: number;
  readonly maxAt: number;
}

const STEPS = 256;

/**
 * The range of a curve: sampled at 257 places, then each extreme narrowed down between its
 * neighbours by golden section, 40 rounds, to about 1e-9 of the range.
 */
export function curveRange(curve: Curve): CurveRange {
  let range = known.get(curve);
  if (!range) {
    range = findRange(curve);
    known.set(curve, range);
  }
  return range;
}

/** Plot, readings and fitting ask for the same curve within one frame. */
const known = new WeakMap<Curve, CurveRange>();

function findRange(curve: Curve): CurveRange {
  const { value } = compileCurve(curve);
  const extreme = (sign: 1 | -1): [number, number] => {
    let best = 0;
    for (let i = 1; i <= STEPS; i++)
      if (sign * value(i / STEPS) > sign * value(best / STEPS)) best = i;
    let from = Math.max(best - 1, 0) / STEPS;
    let to = Math.min(best + 1, STEPS) / STEPS;
    const golden = (Math.sqrt(5) - 1) / 2;
    for (let round = 0; round < 40; round++) {
      const a = to - golden * (to - from);
      const b = from + golden * (to - from);
      if (sign * value(a) >= sign * value(b)) to = b;
      else from = a;
    }
    const middle = (from + to) / 2;
    // The sample itself may be the extreme: ends, and the corners of steps.
    return sign * value(middle) > sign * value(best / STEPS)
      ? [value(middle), middle]
      : [value(best / STEPS), best / STEPS];
  };
  const [max, maxAt] = extreme(1);
  const [min, minAt] = extreme(-1);
  return { min, max, minAt, maxAt };
}
