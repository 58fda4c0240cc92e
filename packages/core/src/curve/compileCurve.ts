import type { CompiledCurve, Curve } from "./curve.ts";
import type { CurveMemory } from "./kind.ts";
import { curveKindOf } from "./kinds.ts";

/**
 * Compiles a curve into its value and slope functions. Throws RangeError for an unknown kind.
 *
 * @param memory pieces compiled for earlier states of the curve; unchanged pieces are reused
 */
export function compileCurve(curve: Curve, memory?: CurveMemory): CompiledCurve {
  return curveKindOf(curve).compile(curve, memory);
}
