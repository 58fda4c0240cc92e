import {
  bezierCoordinate,
  bezierDerivative,
  type CompiledCurve,
  compiledCurve,
} from "../../curve/index.ts";

/** A point or a way in space, px. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** One cubic piece of a path through space, by its four control points. */
export type SpacePiece = readonly [Spot, Spot, Spot, Spot];

/** A piece measured: where one is after a share of its length, and which way one goes there. */
export interface MeasuredPiece {
  readonly length: number;
  /** Place after a share of the length; before 0 and past 1 it goes on straight. */
  readonly at: (share: number) => Spot;
  /** Change of place for a share of the length, px per whole length. */
  readonly toward: (share: number) => Spot;
}

/** Cells of the table of lengths; within one, Newton's method finds the place. */
const CELLS = 48;
/** Gauss-Legendre, five points on [-1, 1]. Source: Abramowitz and Stegun, table 25.4. */
const NODES = [0, 0.5384693101056831, -0.5384693101056831, 0.906179845938664, -0.906179845938664];
const WEIGHTS = [
  0.5688888888888889, 0.47862867049936647, 0.47862867049936647, 0.23692688505618908,
  0.23692688505618908,
];

/** Place on a cubic at parameter `t`. */
export function pieceAt([a, b, c, d]: SpacePiece, t: number): Spot {
  return {
    x: bezierCoordinate(a.x, b.x, c.x, d.x, t),
    y: bezierCoordinate(a.y, b.y, c.y, d.y, t),
  };
}

function derivativeAt([a, b, c, d]: SpacePiece, t: number): Spot {
  return {
    x: bezierDerivative(a.x, b.x, c.x, d.x, t),
    y: bezierDerivative(a.y, b.y, c.y, d.y, t),
  };
}

/** How fast one goes along a cubic at parameter `t`, px per unit of the parameter. */
type Speed = (t: number) => number;

/** The speed of a cubic, its derivative multiplied out once: lengths ask for it millions of times. */
function speedOf([a, b, c, d]: SpacePiece): Speed {
  const [px, qx, rx] = [b.x - a.x, c.x - b.x, d.x - c.x];
  const [py, qy, ry] = [b.y - a.y, c.y - b.y, d.y - c.y];
  const [x0, x1, x2] = [3 * px, 6 * (qx - px), 3 * (px - 2 * qx + rx)];
  const [y0, y1, y2] = [3 * py, 6 * (qy - py), 3 * (py - 2 * qy + ry)];
  return (t) => {
    const x = (x2 * t + x1) * t + x0;
    const y = (y2 * t + y1) * t + y0;
    return Math.sqrt(x * x + y * y);
  };
}

/** Length of a cubic between two parameters, px. */
function lengthBetween(speed: Speed, from: number, to: number): number {
  const half = (to - from) / 2;
  let sum = 0;
  for (let i = 0; i < NODES.length; i++)
    sum += (WEIGHTS[i] as number) * speed(from + half * (1 + (NODES[i] as number)));
  return sum * half;
}

/**
 * The parameter after `share` of the way through a cell, by the cubic that has the parameter's rates at both ends.
 * `start` and `end` are px per unit of the parameter there, `cell` is the cell's length in px.
 */
function guessIn(cell: number, start: number, end: number, share: number): number {
  const whole = 1 / CELLS;
  // Where one all but stands, the parameter runs: no more than three times the even pace keeps the guess rising.
  const rate = (speed: number) => Math.min(cell / Math.max(speed, 1e-9), 3 * whole);
  const [m0, m1] = [rate(start), rate(end)];
  const rest = 1 - share;
  return (
    share * share * (3 - 2 * share) * whole + share * rest * rest * m0 - share * share * rest * m1
  );
}

/** Measures a piece, so that places are found by the length covered. A piece of no length stays where it is. */
export function measurePiece(piece: SpacePiece): MeasuredPiece {
  const speed = speedOf(piece);
  const lengths = new Float64Array(CELLS + 1);
  const speeds = Float64Array.from({ length: CELLS + 1 }, (_, i) => speed(i / CELLS));
  for (let i = 1; i <= CELLS; i++)
    lengths[i] = (lengths[i - 1] as number) + lengthBetween(speed, (i - 1) / CELLS, i / CELLS);
  const length = lengths[CELLS] as number;
  const [first, , , last] = piece;
  if (!(length > 1e-9)) return { length: 0, at: () => first, toward: () => ({ x: 0, y: 0 }) };

  // Both coordinates of a place are asked one after the other.
  let [askedShare, foundAt] = [Number.NaN, 0];
  /** The parameter after a share of the length. */
  const parameter = (share: number): number => {
    if (share !== askedShare) [askedShare, foundAt] = [share, findParameter(share)];
    return foundAt;
  };
  const findParameter = (share: number): number => {
    const wanted = share * length;
    let low = 0;
    let high = CELLS;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((lengths[middle] as number) <= wanted) low = middle;
      else high = middle;
    }
    const start = low / CELLS;
    const cell = (lengths[high] as number) - (lengths[low] as number);
    const into = wanted - (lengths[low] as number);
    if (!(cell > 0)) return start;
    let t = start + guessIn(cell, speeds[low] as number, speeds[high] as number, into / cell);
    for (let round = 0; round < 4; round++) {
      const now = speed(t);
      if (now < 1e-9) break;
      const miss = lengthBetween(speed, start, t) - into;
      t = Math.min(Math.max(t - miss / now, start), high / CELLS);
      if (Math.abs(miss) < 1e-9) break;
    }
    return t;
  };
  /** Unit direction at a parameter; where the handles lie on the point, that of the piece near it. */
  const direction = (t: number): Spot => {
    for (const nudge of [0, 1e-4, 1e-2]) {
      const { x, y } = derivativeAt(piece, t < 0.5 ? t + nudge : t - nudge);
      const speed = Math.hypot(x, y);
      if (speed > 1e-9) return { x: x / speed, y: y / speed };
    }
    return { x: 0, y: 0 };
  };
  const beyond = (from: Spot, way: Spot, by: number): Spot => ({
    x: from.x + way.x * by,
    y: from.y + way.y * by,
  });
  return {
    length,
    at: (share) => {
      if (share <= 0) return beyond(first, direction(0), share * length);
      if (share >= 1) return beyond(last, direction(1), (share - 1) * length);
      return pieceAt(piece, parameter(share));
    },
    toward: (share) => {
      const way = direction(parameter(Math.min(Math.max(share, 0), 1)));
      return { x: way.x * length, y: way.y * length };
    },
  };
}

/** Where x or y has no way from its start to its target, it is cut here, as a share of the time. */
const CUTS = [0.5, 0.25, 0.75, 0.375, 0.625, 0.125, 0.875];

/** A piece of one coordinate as a span: its ends, and the curve from one to the other. */
export interface CoordinateSpan {
  /** Shares of the piece's time. */
  readonly from: number;
  readonly to: number;
  readonly start: number;
  readonly end: number;
  readonly curve: CompiledCurve;
}

/**
 * One coordinate of a moving point as spans of a track. A span says its value as a share of the way from
 * its start to its end; where these are equal though the point moves between, it is cut in two.
 */
export function coordinateSpans(
  piece: MeasuredPiece,
  timing: CompiledCurve,
  axis: "x" | "y",
): readonly CoordinateSpan[] {
  const value = (p: number, before?: boolean) => piece.at(timing.value(p, before))[axis];
  const slope = (p: number, before?: boolean) =>
    piece.toward(timing.value(p, before))[axis] * timing.slope(p, before);
  const part = (from: number, to: number): CoordinateSpan => {
    const start = value(from);
    const end = value(to);
    const way = end - start;
    const width = to - from;
    const curve = compiledCurve({
      into: (cell, before) => {
        const p = cell[0];
        cell[0] =
          p <= 0 ? 0 : p >= 1 ? 1 : way === 0 ? 0 : (value(from + p * width, before) - start) / way;
      },
      slope: (p, before) => (way === 0 ? 0 : (slope(from + p * width, before) * width) / way),
    });
    return { from, to, start, end, curve };
  };
  const whole = part(0, 1);
  const least = Math.max(piece.length, 1) * 1e-4;
  if (Math.abs(whole.end - whole.start) > least) return [whole];
  // The cut that leaves the longest ways on both sides keeps the shares well-conditioned.
  let best = 0;
  let longest = least;
  for (const cut of CUTS) {
    const way = Math.abs(value(cut) - whole.start);
    if (way > longest) [best, longest] = [cut, way];
  }
  return best === 0 ? [whole] : [part(0, best), part(best, 1)];
}
