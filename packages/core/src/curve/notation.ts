import { type Fault, shortValue } from "../fault/index.ts";
import type { Curve } from "./curve.ts";
import { CURVE_KINDS, curveKindOf, findCurveKind } from "./kinds.ts";

/** The text of a curve, in full precision: reading it back gives the same curve. */
export function printCurve(curve: Curve): string {
  return curveKindOf(curve).write(curve);
}

/** Faults of a curve that came as data from outside; `path` is where it stands in its document. */
export function checkCurve(curve: unknown, path: string): Fault[] {
  const kind =
    typeof curve === "object" && curve !== null && "kind" in curve ? String(curve.kind) : "";
  const known = findCurveKind(kind);
  if (known) return known.check(curve as Curve, path);
  return [
    {
      code: "unknown-curve",
      path: `${path}.kind`,
      message: `Found ${shortValue(kind)}.`,
      cure: `Give one of ${CURVE_KINDS.map((each) => each.kind).join(", ")}.`,
    },
  ];
}

/** Whether two curves are the same data. */
export function sameCurve(a: Curve, b: Curve): boolean {
  return a === b || (a.kind === b.kind && printCurve(a) === printCurve(b));
}
