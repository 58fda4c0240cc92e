import type { CompiledCurve, Curve } from "./curve.ts";
import { curveKindOf } from "./kinds.ts";

const compiled = new WeakMap<Curve, CompiledCurve>();

/**
 * Makes a curve ready to be asked. The same curve object gives the same compiled one, so a study in
 * which one key changed compiles one curve. Throws RangeError for an unknown kind.
 */
export function compileCurve(curve: Curve): CompiledCurve {
  let known = compiled.get(curve);
  if (!known) {
    known = curveKindOf(curve).compile(curve);
    compiled.set(curve, known);
  }
  return known;
}
