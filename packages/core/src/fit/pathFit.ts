import {
  type CompiledCurve,
  type Curve,
  compileCurve,
  KEYWORDS,
  landmarksOf,
  type PathCurve,
  type PathPoint,
} from "../curve/index.ts";
import { greatestDifference } from "./difference.ts";

/** A path fitted to a curve, and its greatest error. */
export interface PathFit {
  readonly curve: PathCurve;
  readonly error: number;
}

/** The most times an interval is halved, and the most points of a fitted path. */
const MOST_HALVINGS = 14;
const MOST = 1500;
/** Slopes above this count as vertical: a handle of any length in time cannot reach them. */
const STEEP = 50;

/** The shares of the tolerance allowed at the tested places, tried in turn. */
const ALLOWED = [0.9, 0.6, 0.3, 0.1];

/**
 * The places at which a piece is compared to its curve: evenly, and close to its ends, where tangents may be vertical.
 */
const LOOKED_AT = [
  1 / 512,
  1 / 64,
  1 / 8,
  2 / 8,
  3 / 8,
  4 / 8,
  5 / 8,
  6 / 8,
  7 / 8,
  63 / 64,
  511 / 512,
];

/**
 * A path through points of the curve with its slopes there (cubic Hermite pieces), as few as halving
 * finds within `tolerance`. Beziers, straight pieces and steps become themselves.
 */
export function fitPath(curve: Curve, tolerance: number): PathFit {
  if (!(tolerance > 0)) throw new RangeError(`fitPath: tolerance ${tolerance} is not above 0`);
  const exact = exactPath(curve);
  if (exact) return { curve: exact, error: greatestDifference(curve, exact) };
  let best: PathFit | undefined;
  // The error between the tested places is estimated. Where the measured error is larger, the fit is repeated with a
  // smaller share of the tolerance.
  for (const share of ALLOWED) {
    const path = approximate(curve, tolerance * share);
    const fit = { curve: path, error: greatestDifference(curve, path) };
    if (fit.error <= tolerance) return fit;
    if (!best || fit.error < best.error) best = fit;
  }
  return best as PathFit;
}

function exactPath(curve: Curve): PathCurve | undefined {
  if (curve.kind === "path") return curve;
  if (curve.kind === "keyword") return exactPath(KEYWORDS[curve.name]);
  if (curve.kind === "cubic-bezier") {
    const { x1, y1, x2, y2 } = curve;
    return {
      kind: "path",
      points: [
        { x: 0, y: 0, out: { x: x1, y: y1 } },
        { x: 1, y: 1, in: { x: x2, y: y2 } },
      ],
    };
  }
  return undefined;
}

function approximate(curve: Curve, tolerance: number): PathCurve {
  return fitPathTo(compileCurve(curve), landmarksOf(curve), tolerance);
}

/**
 * Fits a path to any value and slope functions; `landmarks` are the places in (0, 1), in rising order, at which they
 * bend sharply or jump.
 */
export function fitPathTo(
  { value, slope }: CompiledCurve,
  landmarks: readonly number[],
  tolerance: number,
): PathCurve {
  const points: PathPoint[] = [{ x: 0, y: 0 }];
  /** A vertical line to a value. */
  const jump = (x: number, y: number) => {
    if (Math.abs((points.at(-1)?.y ?? 0) - y) > 1e-12) points.push({ x, y });
  };
  const piece = (from: number, to: number, depth: number): void => {
    const [y0, y1] = [value(from), value(to, true)];
    const width = to - from;
    const mean = (y1 - y0) / width;
    const m0 = limit(slope(from), mean);
    const m1 = limit(slope(to, true), mean);
    let worst = 0;
    for (const t of LOOKED_AT) {
      const u = 1 - t;
      const hermite =
        u * u * (1 + 2 * t) * y0 + t * t * (1 + 2 * u) * y1 + u * t * width * (u * m0 - t * m1);
      worst = Math.max(worst, Math.abs(hermite - value(from + width * t)));
    }
    if (worst > tolerance && depth < MOST_HALVINGS && points.length < MOST) {
      piece(from, from + width / 2, depth + 1);
      piece(from + width / 2, to, depth + 1);
      return;
    }
    const last = points.at(-1) as PathPoint;
    const third = width / 3;
    const straight = Math.abs(m0 - m1) < 1e-9 && Math.abs((y1 - y0) / width - m0) < 1e-9;
    if (straight) {
      points.push({ x: to, y: y1 });
      return;
    }
    points[points.length - 1] = { ...last, out: { x: from + third, y: y0 + m0 * third } };
    points.push({ x: to, y: y1, in: { x: to - third, y: y1 - m1 * third } });
  };
  const anchors = [0, ...landmarks, 1];
  for (let i = 0; i + 1 < anchors.length; i++) {
    const [from, to] = [anchors[i] as number, anchors[i + 1] as number];
    jump(from, value(from));
    if (to > from) piece(from, to, 0);
  }
  jump(1, value(1));
  return { kind: "path", points };
}

/** Limits a slope to one a piece can have; a steeper one would overshoot its ends (Fritsch and Carlson, 1980). */
function limit(slope: number, mean: number): number {
  const most = Math.max(STEEP, 3 * Math.abs(mean));
  return Math.abs(slope) > most ? 3 * mean : slope;
}
