import type { CompiledCurve, Curve } from "./curve.ts";
import type { CurveMemory } from "./kind.ts";
import { curveKindOf } from "./kinds.ts";

/**
 * Makes a curve ready to be asked. Throws RangeError for an unknown kind.
 *
 * @param memory what is known of other states of the curve: parts that stayed the same are taken over
 */
export function compileCurve(curve: Curve, memory?: CurveMemory): CompiledCurve {
  return curveKindOf(curve).compile(curve, memory);
}
