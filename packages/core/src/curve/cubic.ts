import type { Place } from "./curve.ts";

/** The arithmetic of cubics: evaluation, derivatives, turns, cutting in two. */

/** The polynomial ((a·t + b)·t + c)·t: one coordinate of a cubic that begins at 0. */
export function cubicAt(a: number, b: number, c: number, t: number): number {
  return ((a * t + b) * t + c) * t;
}

/** Its derivative, 3a·t² + 2b·t + c. */
export function cubicSlopeAt(a: number, b: number, c: number, t: number): number {
  return (3 * a * t + 2 * b) * t + c;
}

/** One coordinate of a cubic Bézier at parameter `t`, from those of its four control points. */
export function bezierCoordinate(a: number, b: number, c: number, d: number, t: number): number {
  const u = 1 - t;
  return u * u * u * a + 3 * u * u * t * b + 3 * u * t * t * c + t * t * t * d;
}

/** The derivative of one coordinate by the parameter. */
export function bezierDerivative(a: number, b: number, c: number, d: number, t: number): number {
  const u = 1 - t;
  return 3 * (u * u * (b - a) + 2 * u * t * (c - b) + t * t * (d - c));
}

/** The parameters inside (0, 1) at which a coordinate turns, or may: where its derivative is 0, in order. */
export function bezierTurns(a: number, b: number, c: number, d: number): number[] {
  const [p, q, r] = [b - a, c - b, d - c];
  // The derivative is 3·(p·u² + 2·q·u·t + r·t²).
  return quadraticRoots(p - 2 * q + r, 2 * (q - p), p).filter((t) => t > 0 && t < 1);
}

/** Real roots of a·t² + b·t + c in order, without the cancellation of the textbook formula. */
export function quadraticRoots(a: number, b: number, c: number): number[] {
  if (a === 0) return b === 0 ? [] : [-c / b];
  const d = b * b - 4 * a * c;
  if (d < 0) return [];
  const q = -(b + (b < 0 ? -1 : 1) * Math.sqrt(d)) / 2;
  const pair = q === 0 ? [0] : [q / a, c / q];
  return pair.sort((x, y) => x - y);
}

/** The four control points of a cubic Bézier. */
export type BezierPoints = readonly [Place, Place, Place, Place];

/** The two cubics that a cubic is cut into at parameter `t`, by de Casteljau's algorithm. */
export function cutBezier([a, b, c, d]: BezierPoints, t: number): [BezierPoints, BezierPoints] {
  const mix = (from: Place, to: Place): Place => ({
    x: from.x + (to.x - from.x) * t,
    y: from.y + (to.y - from.y) * t,
  });
  const [ab, bc, cd] = [mix(a, b), mix(b, c), mix(c, d)];
  const [abc, bcd] = [mix(ab, bc), mix(bc, cd)];
  const middle = mix(abc, bcd);
  return [
    [a, ab, abc, middle],
    [middle, bcd, cd, d],
  ];
}
