import {
  addPathPoint,
  type CubicBezierCurve,
  type Curve,
  compileCurve,
  cutBezier,
  KEYWORDS,
  LINEAR,
  type LinearStop,
  type LinearStopsCurve,
  type PathCurve,
  type PathPoint,
  type Place,
} from "../curve/index.ts";
import { fitLinear } from "./linearFit.ts";

/**
 * Splits a curve at progress `p` in time into two curves, each stretched to run from 0 to 1. Undefined where no kind
 * of curve has such parts (steps), or where a part has no change in value to stretch. Families and springs are split
 * as straight pieces. A part of a cubic-bezier whose control point would leave [0, 1] in time is kept at the limit.
 */
export function splitCurve(curve: Curve, p: number): readonly [Curve, Curve] | undefined {
  if (!(p > 0 && p < 1)) return undefined;
  switch (curve.kind) {
    case "linear":
      return [LINEAR, LINEAR];
    case "keyword":
      return splitBezier(KEYWORDS[curve.name], p);
    case "cubic-bezier":
      return splitBezier(curve, p);
    case "steps":
      return undefined;
    case "linear-stops":
      return splitStops(curve, p);
    case "path":
      return splitPath(curve, p);
    default:
      return splitStops(fitLinear(curve, SPLIT_TOLERANCE).curve, p);
  }
}

/** Splits a path at a point inserted there, and stretches each part to its own square. */
function splitPath(path: PathCurve, p: number): readonly [Curve, Curve] | undefined {
  const { points } = addPathPoint(path, p).curve;
  const cut = points.findIndex((point) => point.x >= p);
  const middle = points[cut];
  if (!middle || middle.x !== p) return undefined;
  const rest = 1 - middle.y;
  if (Math.abs(middle.y) < 1e-9 || Math.abs(rest) < 1e-9) return undefined;
  const part = (list: readonly PathPoint[], from: Place, width: number, height: number): Curve => {
    const fit = ({ x, y }: Place): Place => ({ x: (x - from.x) / width, y: (y - from.y) / height });
    return {
      kind: "path",
      points: list.map((point, i) => ({
        ...(i === 0
          ? { x: 0, y: 0 }
          : i === list.length - 1
            ? { ...fit(point), x: 1 }
            : fit(point)),
        ...(point.in && i > 0 ? { in: fit(point.in) } : {}),
        ...(point.out && i < list.length - 1 ? { out: fit(point.out) } : {}),
      })),
    };
  };
  return [
    part(points.slice(0, cut + 1), { x: 0, y: 0 }, p, middle.y),
    // Keys decide where a span ends; the path's own end value counts as the whole change.
    part(points.slice(cut), middle, 1 - p, rest),
  ];
}

/** The tolerance of straight pieces for a curve whose parts are not of its own kind. */
const SPLIT_TOLERANCE = 0.0005;

function splitStops(curve: LinearStopsCurve, p: number): readonly [Curve, Curve] | undefined {
  const value = compileCurve(curve).value(p);
  if (Math.abs(value) < 1e-9 || Math.abs(1 - value) < 1e-9) return undefined;
  const cut = { at: p, value };
  const before = [...curve.stops.filter((stop) => stop.at < p), cut];
  const after = [cut, ...curve.stops.filter((stop) => stop.at > p)];
  if (before.length < 2 || after.length < 2) return undefined;
  return [
    stretch(before, (stop) => ({ at: stop.at / p, value: stop.value / value })),
    stretch(after, (stop) => ({
      at: (stop.at - p) / (1 - p),
      value: (stop.value - value) / (1 - value),
    })),
  ];
}

function stretch(stops: readonly LinearStop[], map: (stop: LinearStop) => LinearStop): Curve {
  return { kind: "linear-stops", stops: stops.map(map) };
}

function splitBezier(curve: CubicBezierCurve, p: number): readonly [Curve, Curve] | undefined {
  const { x1, y1, x2, y2 } = curve;
  const t = parameterAt(curve, p);
  const [[, a, b], [, c, d]] = cutBezier(
    [
      { x: 0, y: 0 },
      { x: x1, y: y1 },
      { x: x2, y: y2 },
      { x: 1, y: 1 },
    ],
    t,
  );
  const value = compileCurve(curve).value(p);
  if (Math.abs(value) < 1e-9 || Math.abs(1 - value) < 1e-9) return undefined;
  const limit = (x: number) => Math.min(Math.max(x, 0), 1);
  return [
    bezier(limit(a.x / p), a.y / value, limit(b.x / p), b.y / value),
    bezier(
      limit((c.x - p) / (1 - p)),
      (c.y - value) / (1 - value),
      limit((d.x - p) / (1 - p)),
      (d.y - value) / (1 - value),
    ),
  ];
}

function bezier(x1: number, y1: number, x2: number, y2: number): CubicBezierCurve {
  return { kind: "cubic-bezier", x1, y1, x2, y2 };
}

/** The parameter of the bezier at abscissa `p`: of the curve with ordinates 1/3 and 2/3, for which y = t. */
function parameterAt({ x1, x2 }: CubicBezierCurve, p: number): number {
  return compileCurve(bezier(x1, 1 / 3, x2, 2 / 3)).value(p);
}
