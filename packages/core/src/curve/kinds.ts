import { cruise } from "./cruise.ts";
import { cubicBezier, keyword } from "./cubicBezier.ts";
import type { Curve } from "./curve.ts";
import { back, bounce, circ, elastic, expo, ramp, sine } from "./families.ts";
import type { CurveKind } from "./kind.ts";
import { linear, linearStops } from "./linear.ts";
import { path } from "./path.ts";
import { spring, springFeel } from "./spring.ts";
import { steps } from "./steps.ts";

/** Every kind of curve there is. Parsing, printing, checking and panels loop over this table. */
export const CURVE_KINDS = [
  linear,
  keyword,
  cubicBezier,
  linearStops,
  steps,
  sine,
  ramp,
  expo,
  circ,
  back,
  elastic,
  bounce,
  cruise,
  spring,
  springFeel,
  path,
] as const;

const byKind: ReadonlyMap<string, CurveKind> = new Map(
  CURVE_KINDS.map((kind) => [kind.kind, kind as unknown as CurveKind]),
);

/** The definition of a kind by its name; undefined for an unknown one. */
export function findCurveKind(kind: string): CurveKind | undefined {
  return byKind.get(kind);
}

/** The definition of a curve's kind. Throws RangeError for data that never passed `checkCurve`. */
export function curveKindOf(curve: Curve): CurveKind {
  const kind = byKind.get(curve.kind);
  if (!kind) throw new RangeError(`curveKindOf: there is no kind ${JSON.stringify(curve.kind)}`);
  return kind;
}

/** How long a curve takes by itself, ms: a spring; undefined for one that takes as long as its span. */
export function naturalDuration(curve: Curve): number | undefined {
  return curveKindOf(curve).natural?.(curve);
}

/** Places inside (0, 1) that even sampling of a curve could miss; see `CurveKind.landmarks`. */
export function landmarksOf(curve: Curve): readonly number[] {
  return curveKindOf(curve).landmarks?.(curve) ?? [];
}
