import { type Curve, curveKindOf } from "../curve/index.ts";
import { fitLinear } from "./linearFit.ts";

/** The tolerance of straight pieces for a curve that has no exact reverse. */
const TOLERANCE = 0.0005;

/**
 * The curve that runs the same values backwards: 1 − curve(1 − p). The reverse of a spring is no spring and becomes
 * straight pieces within 0.05 % of the change in value.
 */
export function reverseCurve(curve: Curve): Curve {
  const { reverse } = curveKindOf(curve);
  return reverse?.(curve) ?? reverseCurve(fitLinear(curve, TOLERANCE).curve);
}
