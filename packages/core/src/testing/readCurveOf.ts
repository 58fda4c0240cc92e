import { type Curve, parseCurve } from "../curve/index.ts";

/** The curve of a text that is known to be good. */
export function readCurveOf(text: string): Curve {
  const curve = parseCurve(text);
  if (curve.ok) return curve.value;
  throw new Error(`${text}: ${curve.faults.map((fault) => fault.message).join(" ")}`);
}
