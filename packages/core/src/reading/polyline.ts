import {
  bezierCoordinate,
  type Curve,
  compileCurve,
  landmarksOf,
  segmentsOf,
} from "../curve/index.ts";

/** The points of a whole path, and the fewest and most of one piece; enough for a wide screen. */
const WHOLE_PATH = 320;
const PER_PIECE = { least: 8, most: 64 };

/** More landmarks than this are closer than a pixel, and even sampling is enough. */
const MOST_LANDMARKS = 1000;

/**
 * A curve as a polyline to draw: time and value in turn. Smooth curves are sampled `count` + 1 times; corners are
 * points of their own, jumps two of them. A path is followed as drawn, also where it runs back in time.
 */
export function curvePolyline(curve: Curve, count: number): Float64Array {
  if (curve.kind === "linear") return Float64Array.of(0, 0, 1, 1);
  if (curve.kind === "path") return pathPolyline(curve.points);
  const { value } = compileCurve(curve);
  const points: number[] = [0, value(0, curve.kind === "steps")];
  const even = curve.kind === "steps" || curve.kind === "linear-stops" ? 0 : count;
  const marks = landmarksOf(curve);
  const stops = marks.length > MOST_LANDMARKS ? [] : marks;
  let next = 0;
  const corner = (p: number) => {
    const [before, after] = [value(p, true), value(p)];
    points.push(p, before);
    if (before !== after) points.push(p, after);
  };
  if (curve.kind === "steps") points.push(0, value(0));
  for (let i = 1; i <= even; i++) {
    const p = i / even;
    while (next < stops.length && (stops[next] as number) < p) corner(stops[next++] as number);
    if (p < 1 && stops[next] !== p) points.push(p, value(p));
  }
  while (next < stops.length) corner(stops[next++] as number);
  if (curve.kind === "steps") points.push(1, value(1, true));
  points.push(1, value(1));
  return Float64Array.from(points);
}

function pathPolyline(points: Parameters<typeof segmentsOf>[0]): Float64Array {
  const [first] = points;
  const line: number[] = first ? [first.x, first.y] : [];
  const wanted = Math.ceil(WHOLE_PATH / Math.max(points.length - 1, 1));
  const perPiece = Math.min(Math.max(wanted, PER_PIECE.least), PER_PIECE.most);
  for (const { from, out, in: before, to, straight } of segmentsOf(points)) {
    for (let i = 1; i < perPiece && !straight; i++) {
      const t = i / perPiece;
      line.push(
        bezierCoordinate(from.x, out.x, before.x, to.x, t),
        bezierCoordinate(from.y, out.y, before.y, to.y, t),
      );
    }
    line.push(to.x, to.y);
  }
  return Float64Array.from(line);
}
