import { type Curve, compileCurve } from "../curve/index.ts";

/**
 * A curve as points to draw a line through: progress in time and in value in turn. Smooth curves are
 * sampled `count` + 1 times; corners and jumps are points of their own, a jump two of them.
 */
export function curvePolyline(curve: Curve, count: number): Float64Array {
  const { value } = compileCurve(curve);
  if (curve.kind === "linear") return Float64Array.of(0, 0, 1, 1);
  if (curve.kind === "steps") {
    const points: number[] = [];
    for (let i = 0; i <= curve.count; i++) {
      const p = i / curve.count;
      points.push(p, i === 0 ? value(0, true) : value((i - 0.5) / curve.count), p, value(p));
    }
    return Float64Array.from(points);
  }
  if (curve.kind === "linear-stops") {
    const inside = curve.stops.filter((stop) => stop.at > 0 && stop.at < 1);
    const points = [0, value(0), ...inside.flatMap((stop) => [stop.at, stop.value]), 1, value(1)];
    return Float64Array.from(points);
  }
  const points = new Float64Array(2 * (count + 1));
  for (let i = 0; i <= count; i++) {
    points[2 * i] = i / count;
    points[2 * i + 1] = value(i / count);
  }
  return points;
}
