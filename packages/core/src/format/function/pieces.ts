/** A polynomial on a stretch of its argument: coefficients in rising order, of −1 at its start to 1 at its end. */
export interface Piece {
  readonly start: number;
  readonly end: number;
  readonly coefficients: readonly number[];
}

/** One more coefficient than the degree of a piece. */
const COUNT = 10;
/** More pieces than this are not worth their exactness: what comes after them is left coarser. */
const MOST = 4000;
/** Where a piece is compared with what it stands for: between the places it was made from. */
const CHECKS = [-0.999, -0.91, -0.72, -0.55, -0.31, -0.08, 0.13, 0.37, 0.6, 0.79, 0.93, 0.998];

/** The places in −1…1 at which a piece agrees with what it stands for: the roots of the Chebyshev polynomial. */
const NODES = Array.from({ length: COUNT }, (_, i) => Math.cos((Math.PI * (i + 0.5)) / COUNT));

/** Coefficients of the Chebyshev polynomials T0, T1 … in rising powers. */
const CHEBYSHEV: readonly (readonly number[])[] = (() => {
  const all: number[][] = [[1], [0, 1]];
  for (let k = 2; k < COUNT; k++) {
    const [before = [], last = []] = [all[k - 2], all[k - 1]];
    const next = [0, ...last.map((each) => 2 * each)];
    before.forEach((each, i) => {
      next[i] = (next[i] as number) - each;
    });
    all.push(next);
  }
  return all;
})();

/**
 * A function of one number as polynomials within a tolerance, halved until they fit. So any curve and any motion can be
 * computed in any language by the same few lines. Interpolation at Chebyshev's nodes is near the best polynomial of a
 * degree (Trefethen, Approximation Theory and Approximation Practice, 2013).
 *
 * @param marks where it may jump or bend: no piece reaches over one
 * @param noise how far apart places are at which differences are noise; absent for a function without any
 * @param least the shortest stretch; at the vertical end of a curve none is short enough
 */
export function piecesOf(
  read: (at: number) => number,
  from: number,
  to: number,
  marks: readonly number[],
  tolerance: number,
  least: number,
  noise?: number,
): Piece[] {
  const edges = [from, ...new Set(marks.filter((at) => at > from && at < to)), to].sort(
    (a, b) => a - b,
  );
  const pieces: Piece[] = [];
  const noiseAt = (at: number): number => {
    if (noise === undefined) return 0;
    let most = 0;
    for (let i = 0; i < 8; i++) {
      const [a, b, c] = [0, 1, 2].map((k) => read(at + (i + k) * noise)) as [
        number,
        number,
        number,
      ];
      most = Math.max(most, Math.abs(a - 2 * b + c));
    }
    return 2 * most;
  };
  const add = (start: number, end: number): void => {
    const middle = (start + end) / 2;
    const half = (end - start) / 2;
    const values = NODES.map((node) => read(middle + half * node));
    const coefficients = shortened(coefficientsOf(values), tolerance / 4);
    const room = tolerance + roundingOf(values, half, end) + noiseAt(middle);
    const fits = CHECKS.every(
      (place) => Math.abs(polynomialAt(coefficients, place) - read(middle + half * place)) <= room,
    );
    if (fits) pieces.push({ start, end, coefficients });
    else if (end - start <= (pieces.length > MOST ? Math.max(least, (to - from) / MOST) : least)) {
      // At the vertical start of a curve: a line that begins where it does.
      const [first, center] = [read(start), read(middle)];
      pieces.push({ start, end, coefficients: [center, center - first] });
    } else {
      add(start, middle);
      add(middle, end);
    }
  };
  for (let i = 1; i < edges.length; i++) add(edges[i - 1] as number, edges[i] as number);
  return joined(pieces);
}

/** How far values may be off by the rounding of the place they are asked for, and by their own. */
function roundingOf(values: readonly number[], half: number, place: number): number {
  let steepest = 0;
  let most = 0;
  values.forEach((value, i) => {
    most = Math.max(most, Math.abs(value));
    if (i === 0) return;
    const apart = half * Math.abs((NODES[i] as number) - (NODES[i - 1] as number));
    steepest = Math.max(steepest, Math.abs(value - (values[i - 1] as number)) / apart);
  });
  return Number.EPSILON * (8 * steepest * Math.abs(place) + 64 * most);
}

/** The value of a polynomial, by Horner's rule. */
export function polynomialAt(coefficients: readonly number[], u: number): number {
  let value = 0;
  for (let i = coefficients.length - 1; i >= 0; i--)
    value = value * u + (coefficients[i] as number);
  return value;
}

/** The polynomial through values at the nodes: its Chebyshev coefficients, without those that are nothing. */
function coefficientsOf(values: readonly number[]): number[] {
  return Array.from({ length: COUNT }, (_, k) => {
    let sum = 0;
    values.forEach((value, i) => {
      sum += value * Math.cos((Math.PI * k * (i + 0.5)) / COUNT);
    });
    return ((k === 0 ? 1 : 2) * sum) / COUNT;
  });
}

/** Rising powers, of the fewest Chebyshev polynomials that stay within `room`. */
function shortened(chebyshev: readonly number[], room: number): number[] {
  let left = 0;
  let count = chebyshev.length;
  while (count > 1 && left + Math.abs(chebyshev[count - 1] as number) <= room)
    left += Math.abs(chebyshev[--count] as number);
  const powers = new Array<number>(count).fill(0);
  for (let k = 0; k < count; k++)
    (CHEBYSHEV[k] as readonly number[]).forEach((each, i) => {
      powers[i] = (powers[i] as number) + each * (chebyshev[k] as number);
    });
  return powers;
}

/** Neighbors that stand still at one value as one piece. */
function joined(pieces: readonly Piece[]): Piece[] {
  const out: Piece[] = [];
  for (const piece of pieces) {
    const last = out.at(-1);
    const isStill =
      last?.coefficients.length === 1 &&
      piece.coefficients.length === 1 &&
      last.coefficients[0] === piece.coefficients[0];
    if (last && isStill) out[out.length - 1] = { ...last, end: piece.end };
    else out.push(piece);
  }
  return out;
}
