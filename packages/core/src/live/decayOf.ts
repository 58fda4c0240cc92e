import {
  type CompiledCurve,
  type Curve,
  compileCurve,
  isSpring,
  physicsOf,
} from "../curve/index.ts";
import { AT_ONCE, curveDecay, type Decay, springDecay } from "./kernel/decay.ts";

/** The decay along a curve: a spring by its physics, any other over a duration in s. */
export function decayOf(curve: Curve, duration: number): Decay {
  if (isSpring(curve)) {
    // A spring's own velocity is that of a beginning from rest; here the speed is what it was.
    const { stiffness, damping, mass } = physicsOf(curve);
    return springDecay(stiffness, damping, mass);
  }
  return duration > 0 ? curveDecay(finiteSlopes(compileCurve(curve)), duration) : AT_ONCE;
}

/** Where a curve stands upright its speed is infinite: it counts as none, never as no number. */
export function finiteSlopes(
  curve: Pick<CompiledCurve, "value" | "slope">,
): Pick<CompiledCurve, "value" | "slope"> {
  return {
    value: (p) => curve.value(p),
    slope: (p) => {
      const slope = curve.slope(p);
      return Number.isFinite(slope) ? slope : 0;
    },
  };
}
