import { type CubicBezierCurve, type Curve, KEYWORDS } from "@levitas/core/curve";

/** Which of the two handles of a cubic-bezier. */
export type HandleIndex = 1 | 2;

/** A straight line has its handles on it, a third of the way from each end. */
const STRAIGHT: CubicBezierCurve = {
  kind: "cubic-bezier",
  x1: 1 / 3,
  y1: 1 / 3,
  x2: 2 / 3,
  y2: 2 / 3,
};

/**
 * The cubic-bezier whose handles a curve shows: itself, what its keyword stands for, or the straight
 * line. Undefined for steps and points, which have none.
 */
export function handlesOf(curve: Curve): CubicBezierCurve | undefined {
  if (curve.kind === "cubic-bezier") return curve;
  if (curve.kind === "keyword") return KEYWORDS[curve.name];
  return curve.kind === "linear" ? STRAIGHT : undefined;
}

/** Where a handle is. */
export function handleAt(curve: CubicBezierCurve, index: HandleIndex): { x: number; y: number } {
  return index === 1 ? { x: curve.x1, y: curve.y1 } : { x: curve.x2, y: curve.y2 };
}

/** Rounded for people: a curve dragged by hand needs no more than a thousandth. */
const GRID = 1000;

/** A curve with one handle put elsewhere; time is clamped to [0, 1], value is free. */
export function withHandle(
  curve: CubicBezierCurve,
  index: HandleIndex,
  { x, y }: { x: number; y: number },
): CubicBezierCurve {
  const time = Math.round(Math.min(Math.max(x, 0), 1) * GRID) / GRID;
  const value = Math.round(y * GRID) / GRID;
  return index === 1 ? { ...curve, x1: time, y1: value } : { ...curve, x2: time, y2: value };
}

/** How near a handle must be to 0, 1 or the other lines to snap, px. */
const REACH = 6;

/** Snaps a handle's place to the start and target lines and to the ends of time; says what to. */
export function snapHandle(
  { x, y }: { x: number; y: number },
  perPixel: { x: number; y: number },
  free: boolean,
): { x: number; y: number; to: string } {
  if (free) return { x, y, to: "" };
  const near = (value: number, target: number, unit: number) =>
    Math.abs(value - target) < REACH * unit;
  const reasons: string[] = [];
  let [snappedX, snappedY] = [x, y];
  for (const [target, reason] of [
    [0, "on the start value"],
    [1, "on the target"],
  ] as const)
    if (near(y, target, perPixel.y)) {
      snappedY = target;
      reasons.push(reason);
    }
  for (const target of [0, 1]) if (near(x, target, perPixel.x)) snappedX = target;
  return { x: snappedX, y: snappedY, to: reasons.join(", ") };
}
