import { type CompiledCurve, type Curve, compileCurve, newCurveMemory } from "../curve/index.ts";
import { type CurveRange, rangeOf } from "./curveRange.ts";
import type { Readings } from "./readingShape.ts";
import { readTraced, SETTLE_BAND } from "./readings.ts";
import { type TracedCurve, traceCurve } from "./trace.ts";

/**
 * Ranges and readings of curves, each computed once: while a curve is dragged its plot, its numbers and its readings
 * all ask for them within one frame.
 */
export interface CurveReader {
  compile(curve: Curve): CompiledCurve;
  /** See `curveRange`. */
  range(curve: Curve): CurveRange;
  /** See `readCurve`. */
  read(curve: Curve, band?: number): Readings;
}

/** Makes a reader, which owns its cache; results for a curve are dropped with the curve. */
export function createCurveReader(): CurveReader {
  const memory = newCurveMemory();
  const compiled = new WeakMap<Curve, CompiledCurve>();
  const traced = new WeakMap<Curve, TracedCurve>();
  const ranges = new WeakMap<Curve, CurveRange>();
  const readings = new WeakMap<Curve, Readings>();
  const kept = <T>(store: WeakMap<Curve, T>, curve: Curve, make: () => T): T => {
    let value = store.get(curve);
    if (value === undefined) {
      value = make();
      store.set(curve, value);
    }
    return value;
  };
  const compile = (curve: Curve) => kept(compiled, curve, () => compileCurve(curve, memory));
  const trace = (curve: Curve) => kept(traced, curve, () => traceCurve(curve, compile(curve)));
  const range = (curve: Curve) => kept(ranges, curve, () => rangeOf(trace(curve)));
  return {
    compile,
    range,
    read: (curve, band = SETTLE_BAND) => {
      if (readings.get(curve)?.band !== band)
        readings.set(curve, readTraced(trace(curve), band, range(curve)));
      return readings.get(curve) as Readings;
    },
  };
}
