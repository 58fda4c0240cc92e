import type { CompiledCurve } from "../curve/index.ts";

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
  const s = 1 - t;
  const [wa, wb, wc, wd] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
  return {
    x: wa * a.x + wb * b.x + wc * c.x + wd * d.x,
    y: wa * a.y + wb * b.y + wc * c.y + wd * d.y,
  };
}

function derivativeAt([a, b, c, d]: SpacePiece, t: number): Spot {
  const s = 1 - t;
  const [wa, wb, wc] = [3 * s * s, 6 * s * t, 3 * t * t];
  return {
    x: wa * (b.x - a.x) + wb * (c.x - b.x) + wc * (d.x - c.x),
    y: wa * (b.y - a.y) + wb * (c.y - b.y) + wc * (d.y - c.y),
  };
}

/** Length of a cubic between two parameters, px. */
function lengthBetween(piece: SpacePiece, from: number, to: number): number {
  const half = (to - from) / 2;
  let sum = 0;
  for (let i = 0; i < NODES.length; i++) {
    const { x, y } = derivativeAt(piece, from + half * (1 + (NODES[i] as number)));
    sum += (WEIGHTS[i] as number) * Math.hypot(x, y);
  }
  return sum * half;
}

/** Measures a piece, so that places are found by the length covered. A piece of no length stays where it is. */
export function measurePiece(piece: SpacePiece): MeasuredPiece {
  const lengths = new Float64Array(CELLS + 1);
  for (let i = 1; i <= CELLS; i++)
    lengths[i] = (lengths[i - 1] as number) + lengthBetween(piece, (i - 1) / CELLS, i / CELLS);
  const length = lengths[CELLS] as number;
  const [first, , , last] = piece;
  if (!(length > 1e-9)) return { length: 0, at: () => first, toward: () => ({ x: 0, y: 0 }) };

  /** The parameter after a share of the length. */
  const parameter = (share: number): number => {
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
    let t = cell > 0 ? start + (wanted - (lengths[low] as number)) / cell / CELLS : start;
    for (let round = 0; round < 4; round++) {
      const { x, y } = derivativeAt(piece, t);
      const speed = Math.hypot(x, y);
      if (speed < 1e-9) break;
      const miss = (lengths[low] as number) + lengthBetween(piece, start, t) - wanted;
      t = Math.min(Math.max(t - miss / speed, start), high / CELLS);
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
    const curve: CompiledCurve = {
      value: (p, before) =>
        p <= 0 ? 0 : p >= 1 ? 1 : way === 0 ? 0 : (value(from + p * width, before) - start) / way,
      slope: (p, before) => (way === 0 ? 0 : (slope(from + p * width, before) * width) / way),
    };
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
