import { edgeBetween } from "../value/index.ts";
import { compileCurve } from "./compileCurve.ts";
import { type BezierPoints, bezierCoordinate, cutBezier } from "./cubic.ts";
import type { Curve, PathCurve, PathPoint, Place } from "./curve.ts";

/** How the two handles of a point are coupled. */
export type Joint = "corner" | "smooth" | "mirrored";

/** Which handle of a point. */
export type HandleSide = "in" | "out";

/** Handles count as in line within this, relative to their lengths. */
const IN_LINE = 1e-6;

/** The joint of a point, from its handles: a point without both is a corner. */
export function jointOf(point: PathPoint): Joint {
  const { in: before, out } = point;
  if (!before || !out) return "corner";
  const [ax, ay] = [point.x - before.x, point.y - before.y];
  const [bx, by] = [out.x - point.x, out.y - point.y];
  const [a, b] = [Math.hypot(ax, ay), Math.hypot(bx, by)];
  if (a === 0 || b === 0) return "corner";
  const inLine = Math.abs(ax * by - ay * bx) <= IN_LINE * a * b && ax * bx + ay * by > 0;
  if (!inLine) return "corner";
  return Math.abs(a - b) <= IN_LINE * Math.max(a, b) ? "mirrored" : "smooth";
}

/**
 * A point put on the path at progress `x`, between its neighbours, without changing its shape
 * (de Casteljau). The same path where there is a point already or `x` is outside.
 */
export function addPathPoint(curve: PathCurve, x: number): { curve: PathCurve; index: number } {
  const { points } = curve;
  const index = points.findIndex((point) => point.x > x);
  const [from, to] = [points[index - 1], points[index]];
  if (!from || !to || !(x > from.x && x < to.x)) return { curve, index: -1 };
  if (!from.out && !to.in) {
    const share = (x - from.x) / (to.x - from.x);
    const point = { x, y: from.y + (to.y - from.y) * share };
    return { curve: withPoints([...points.slice(0, index), point, ...points.slice(index)]), index };
  }
  const [c1, c2] = [from.out ?? from, to.in ?? to];
  const piece: BezierPoints = [from, c1, c2, to];
  const [[, a, d, place], [, e, c]] = cutBezier(piece, parameterAt(piece, x));
  const middle: PathPoint = { ...place, x, in: d, out: e };
  const next = [
    ...points.slice(0, index - 1),
    { ...from, out: a },
    middle,
    { ...to, in: c },
    ...points.slice(index + 1),
  ];
  return { curve: withPoints(next), index };
}

/** The parameter of a cubic piece at an abscissa, by halving; x must not fall. */
function parameterAt([p0, p1, p2, p3]: BezierPoints, x: number): number {
  return edgeBetween((t) => bezierCoordinate(p0.x, p1.x, p2.x, p3.x, t) < x, 0, 1);
}

/** The path without some of its points; the first and the last stay. */
export function deletePathPoints(curve: PathCurve, indices: readonly number[]): PathCurve {
  const last = curve.points.length - 1;
  const gone = new Set(indices.filter((index) => index > 0 && index < last));
  return gone.size === 0 ? curve : withPoints(curve.points.filter((_, i) => !gone.has(i)));
}

/**
 * Some points moved together, with their handles. The first stays where it is, the last keeps its time;
 * times stay in [0, 1]. Points may pass one another in time: the path then runs back, and says so.
 */
export function movePathPoints(curve: PathCurve, indices: readonly number[], by: Place): PathCurve {
  const last = curve.points.length - 1;
  const chosen = new Set(indices);
  return withPoints(
    curve.points.map((point, i) => {
      if (!chosen.has(i) || i === 0) return point;
      const x = i === last ? 1 : Math.min(Math.max(point.x + by.x, 0), 1);
      return shiftPoint(point, { x: x - point.x, y: by.y });
    }),
  );
}

/** One point put at a place, with its handles; ends as in `movePathPoints`. */
export function placePathPoint(curve: PathCurve, index: number, to: Place): PathCurve {
  const point = curve.points[index];
  if (!point) throw new RangeError(`placePathPoint: there is no point ${index}`);
  return movePathPoints(curve, [index], { x: to.x - point.x, y: to.y - point.y });
}

function shiftPoint(point: PathPoint, by: Place): PathPoint {
  const move = ({ x, y }: Place): Place => ({ x: x + by.x, y: y + by.y });
  return {
    ...move(point),
    ...(point.in ? { in: move(point.in) } : {}),
    ...(point.out ? { out: move(point.out) } : {}),
  };
}

/**
 * Moves one handle of a point. The other handle of a smooth point turns with it, that of a mirrored point also takes
 * its length. A handle moved onto the point itself is removed.
 */
export function movePathHandle(
  curve: PathCurve,
  index: number,
  side: HandleSide,
  to: Place,
  joint: Joint,
): PathCurve {
  const point = curve.points[index];
  if (!point) throw new RangeError(`movePathHandle: there is no point ${index}`);
  const other = side === "in" ? "out" : "in";
  const far = point[other];
  const [dx, dy] = [to.x - point.x, to.y - point.y];
  const length = Math.hypot(dx, dy);
  let turned = far;
  if (far && length > 0 && joint !== "corner") {
    const reach = joint === "mirrored" ? 1 : Math.hypot(far.x - point.x, far.y - point.y) / length;
    turned = { x: point.x - dx * reach, y: point.y - dy * reach };
  }
  return replacePoint(curve, index, {
    x: point.x,
    y: point.y,
    ...(length > 0 ? { [side]: to } : {}),
    ...(turned ? { [other]: turned } : {}),
  });
}

/** Draws both handles out of a point at once, to a place and its mirror image; the first and last point have one. */
export function pullPathHandles(curve: PathCurve, index: number, to: Place): PathCurve {
  const point = curve.points[index];
  if (!point) throw new RangeError(`pullPathHandles: there is no point ${index}`);
  const back = { x: 2 * point.x - to.x, y: 2 * point.y - to.y };
  const last = curve.points.length - 1;
  // The handle that lies later in time is the outgoing one.
  const [out, before] = to.x >= point.x ? [to, back] : [back, to];
  return replacePoint(curve, index, {
    x: point.x,
    y: point.y,
    ...(index > 0 ? { in: before } : {}),
    ...(index < last ? { out } : {}),
  });
}

/**
 * Makes a point a corner, smooth or mirrored. Existing handles are aligned to their mean direction; missing ones get a
 * third of the distance to the neighbours, along the line between those. A corner loses its handles.
 */
export function setPathJoint(curve: PathCurve, index: number, joint: Joint): PathCurve {
  const { points } = curve;
  const point = points[index];
  if (!point) throw new RangeError(`setPathJoint: there is no point ${index}`);
  if (joint === "corner") return replacePoint(curve, index, { x: point.x, y: point.y });
  const [before, after] = [points[index - 1], points[index + 1]];
  const slope = directionAt(point, before, after);
  const third = (neighbour: PathPoint | undefined) =>
    neighbour ? Math.abs(neighbour.x - point.x) / 3 : 0;
  const lengthOf = (handle: Place | undefined, neighbour: PathPoint | undefined) =>
    handle ? Math.abs(handle.x - point.x) || third(neighbour) : third(neighbour);
  let [back, forth] = [lengthOf(point.in, before), lengthOf(point.out, after)];
  if (joint === "mirrored" && before && after) back = forth = Math.min(back, forth);
  return replacePoint(curve, index, {
    x: point.x,
    y: point.y,
    ...(before ? { in: { x: point.x - back, y: point.y - back * slope } } : {}),
    ...(after ? { out: { x: point.x + forth, y: point.y + forth * slope } } : {}),
  });
}

/** The slope at a smooth point: that of its handles, else of the line between its neighbours. */
function directionAt(
  point: PathPoint,
  before: PathPoint | undefined,
  after: PathPoint | undefined,
): number {
  const [from, to] = [point.in ?? before ?? point, point.out ?? after ?? point];
  const run = to.x - from.x;
  if (run <= 0) return 0;
  // At a local maximum or minimum a smooth point is flat.
  if (!point.in && !point.out && before && after && (before.y - point.y) * (after.y - point.y) >= 0)
    return 0;
  return (to.y - from.y) / run;
}

function replacePoint(curve: PathCurve, index: number, point: PathPoint): PathCurve {
  return withPoints(curve.points.map((each, i) => (i === index ? point : each)));
}

function withPoints(points: readonly PathPoint[]): PathCurve {
  return { kind: "path", points };
}

/** How far a place is above the curve, to decide whether the pointer is on it; NaN outside its time. */
export function heightAbove(curve: Curve, { x, y }: Place): number {
  return x >= 0 && x <= 1 ? y - compileCurve(curve).value(x) : Number.NaN;
}
