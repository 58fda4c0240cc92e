import { cubicAt, cubicSlopeAt } from "./cubic.ts";
import { type ProgressCell, progressCell } from "./curve.ts";
import { add, low, multiply, twoProduct, twoSum } from "./doubleDouble.ts";

/** The number of equal steps of x for which a first guess is tabulated. */
const CELLS = 16;
/** Entries in a table of guesses: t for x = 0, 1/16, … 1. */
export const GUESSES = CELLS + 1;
/**
 * An entry holds 1 + t in 65,534ths; 0 means that it has not been computed yet. 16 bits are enough for a guess, and
 * keep thousands of tables in the processor's cache.
 */
const GUESS_SCALE = 65_534;

/** The length of the record that describes a cubic-bezier; see `bezierNumbers`. */
export const BEZIER_NUMBERS = 7;

/**
 * Below this dX/dt (scaled by the size of the ordinates) rounding of X would cost more than 1e-10
 * in the value, so the root is found again in doubled precision.
 */
const STEEP = 1e-4;

/**
 * A step of Newton's method leaves about step² · X″ / (2X′) of an error in t. Below this, twice that, another step
 * would change nothing that is seen.
 */
const LEAST_ERROR = 1e-12;

/**
 * How much the slope may change along the first step of `bezierInto`, squared: up to here one more step along the
 * slope that is expected leaves less than 1e-10 of an error, and up to there two more along the slope that is found.
 */
const LEAST_BEND = 1e-4;
const MOST_BEND = 1e-2;

/**
 * A cubic-bezier as a record of numbers, so that thousands can be stored in one array: the coefficients a, b, c of the
 * polynomial of the abscissa X(t) = ((a·t + b)·t + c)·t, those of the ordinate Y(t), and the slope of X below which
 * Newton's method is not exact enough.
 *
 * @param scale greatest absolute ordinate of the curve, at least 1
 */
export function bezierNumbers(
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  scale?: number,
): Float64Array {
  const numbers = new Float64Array(BEZIER_NUMBERS);
  writeBezierNumbers(numbers, 0, x1, y1, x2, y2, scale);
  return numbers;
}

/** The same, written into an array that holds thousands of them. */
export function writeBezierNumbers(
  numbers: Float64Array,
  at: number,
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  scale = Math.max(1, Math.abs(y1), Math.abs(y2)),
): void {
  const cx = 3 * x1;
  const cy = 3 * y1;
  const bx = 3 * (x2 - x1) - cx;
  const by = 3 * (y2 - y1) - cy;
  numbers[at] = 1 - cx - bx;
  numbers[at + 1] = bx;
  numbers[at + 2] = cx;
  numbers[at + 3] = 1 - cy - by;
  numbers[at + 4] = by;
  numbers[at + 5] = cy;
  numbers[at + 6] = STEEP * scale;
}

/** An empty table of guesses. */
export function newGuesses(): Uint16Array {
  const guesses = new Uint16Array(GUESSES);
  clearGuesses(guesses, 0);
  return guesses;
}

/** Empties the table of guesses that begins at `from`. */
export function clearGuesses(guesses: Uint16Array, from: number): void {
  guesses.fill(0, from, from + GUESSES);
  guesses[from] = 1;
  guesses[from + CELLS] = GUESS_SCALE + 1;
}

/**
 * The value of a cubic-bezier at x inside (0, 1), except where it is very steep: from a guess out of the table one
 * step of the series of the inverse function (third order, one division) and one Newton step along the slope expected
 * there. Short, so that the engine inlines it into the loops that call it.
 *
 * @param cell x is read here and the value written: NaN where that is not exact enough or where the guess has not been
 *   computed yet; see `bezierWithNewton`
 * @param numbers where the record of the curve begins, at `at`
 * @param guesses where its table of guesses begins, at `from`
 */
export function bezierInto(
  cell: ProgressCell,
  numbers: Float64Array,
  at: number,
  guesses: Uint16Array,
  from: number,
): void {
  const x = cell[0];
  const guess = guessOf(guesses, from, x);
  const a = numbers[at] as number;
  const b = numbers[at + 1] as number;
  const c = numbers[at + 2] as number;
  const slope = cubicSlopeAt(a, b, c, guess);
  const inverse = 1 / slope;
  const step = (cubicAt(a, b, c, guess) - x) * inverse;
  /** How much the slope changes along the step, as a share of it. */
  const bend = (6 * a * guess + 2 * b) * step * inverse;
  const third = a * step * step * inverse;
  const change = bend * bend + 6 * (third < 0 ? -third : third);
  // A NaN guess fails this comparison as well.
  if (!(change < MOST_BEND) || slope < (numbers[at + 6] as number)) {
    cell[0] = Number.NaN;
    return;
  }
  const near = guess - step * (1 + 0.5 * bend);
  const miss = cubicAt(a, b, c, near) - x;
  let t = near - miss * inverse * (1 + bend);
  if (change > LEAST_BEND) {
    // `cubicSlopeAt` and `cubicAt`, written out: calls in a branch that is seldom taken are not inlined.
    const again = 1 / ((3 * a * near + 2 * b) * near + c);
    t = near - miss * again;
    t -= (((a * t + b) * t + c) * t - x) * again;
  }
  cell[0] = t;
  bezierOrdinate(cell, numbers, at);
}

/**
 * A first guess of the root, interpolated between two entries of the table; NaN where one of them has not been
 * computed.
 */
function guessOf(guesses: Uint16Array, from: number, x: number): number {
  const place = x * CELLS;
  const cell = place | 0;
  const low = guesses[from + cell] as number;
  const high = guesses[from + cell + 1] as number;
  if (low * high === 0) return Number.NaN;
  return (low - 1 + (high - low) * (place - cell)) * (1 / GUESS_SCALE);
}

/**
 * Computes the value where `bezierInto` gives NaN: fills in the guess, tries again, then uses Newton's method.
 * Replaces the x in a cell by the value, or by NaN where the tangent is too steep.
 */
export function bezierWithNewton(
  cell: ProgressCell,
  numbers: Float64Array,
  at: number,
  guesses: Uint16Array,
  from: number,
): void {
  if (findGuess(cell, numbers, at, guesses, from)) {
    const x = cell[0];
    bezierInto(cell, numbers, at, guesses, from);
    if (cell[0] < Number.POSITIVE_INFINITY) return;
    cell[0] = x;
  }
  newton(cell, numbers, at);
  bezierOrdinate(cell, numbers, at);
}

/**
 * Puts the guess for the x in a cell into `newtonCell`. For that it fills in the two entries of a table of guesses
 * around x: each is the t for x = entry / 16, or x itself where the root is hard to find.
 *
 * @returns whether an entry was missing
 */
function findGuess(
  cell: ProgressCell,
  numbers: Float64Array,
  at: number,
  guesses: Uint16Array,
  from: number,
): boolean {
  const first = (cell[0] * CELLS) | 0;
  let isNew = false;
  for (let entry = first; entry <= first + 1; entry++) {
    if (guesses[from + entry] !== 0) continue;
    const place = entry / CELLS;
    entryCell[0] = place;
    newtonCell[0] = place;
    newton(entryCell, numbers, at);
    const t = entryCell[0];
    guesses[from + entry] = 1 + Math.round((t >= 0 ? t : place) * GUESS_SCALE);
    isNew = true;
  }
  newtonCell[0] = guessOf(guesses, from, cell[0]);
  return isNew;
}

/** The guess that Newton's method begins with, and the x for which an entry of a table is computed. */
const newtonCell = progressCell();
const entryCell = progressCell();

/**
 * Newton's method from the guess in `newtonCell`; the root is unique because X rises on [0, 1]. Replaces the x in a cell by t, or by NaN where the tangent is too
 * steep, or where it does not end.
 */
function newton(cell: ProgressCell, numbers: Float64Array, at: number): void {
  const x = cell[0];
  const a = numbers[at] as number;
  const b = numbers[at + 1] as number;
  const c = numbers[at + 2] as number;
  const steep = numbers[at + 6] as number;
  let t = newtonCell[0];
  cell[0] = Number.NaN;
  for (let round = 0; round < 8; round++) {
    const slope = cubicSlopeAt(a, b, c, t);
    if (slope < steep) return;
    const bend = 6 * a * t + 2 * b;
    const step = (cubicAt(a, b, c, t) - x) / slope;
    t -= step;
    const isFound = step * step * (bend < 0 ? -bend : bend) < LEAST_ERROR * slope;
    if (t < 0) t = 0;
    else if (t > 1) t = 1;
    if (isFound) {
      cell[0] = t;
      return;
    }
  }
}

/** Replaces the t in a cell by the ordinate Y(t). */
export function bezierOrdinate(cell: ProgressCell, numbers: Float64Array, at: number): void {
  cell[0] = cubicAt(
    numbers[at + 3] as number,
    numbers[at + 4] as number,
    numbers[at + 5] as number,
    cell[0],
  );
}

/**
 * Replaces an x in [0, 1] in a cell by the t with X(t) = x, exact enough that an ordinate is within 1e-9 times the
 * scale of the record; see `bezierNumbers`.
 */
export function solveBezier(
  cell: ProgressCell,
  x1: number,
  x2: number,
  numbers: Float64Array,
  guesses: Uint16Array,
): void {
  const x = cell[0];
  if (x <= 0) cell[0] = 0;
  else if (x >= 1) cell[0] = 1;
  else {
    findGuess(cell, numbers, 0, guesses, 0);
    newton(cell, numbers, 0);
    if (Number.isNaN(cell[0])) cell[0] = solveSteep(x1, x2, x, x);
  }
}

/** X(t) − x with an absolute error around 1e-31; only its leading double is returned. */
function residual(x1: number, x2: number, t: number, x: number): number {
  // X = t · (3·x1·u² + t · (3·x2·u + t)) with u = 1 − t: sums of nothing but positive terms.
  const u = twoSum(1, -t);
  const uLow = low();
  const inner = twoProduct(3, x2);
  const innerU = multiply(inner, low(), u, uLow);
  const innerSum = add(innerU, low(), t, 0);
  const right = multiply(innerSum, low(), t, 0);
  const rightLow = low();
  const uu = multiply(u, uLow, u, uLow);
  const uuLow = low();
  const outer = twoProduct(3, x1);
  const left = multiply(outer, low(), uu, uuLow);
  const sum = add(left, low(), right, rightLow);
  const whole = multiply(sum, low(), t, 0);
  return add(whole, low(), -x, 0);
}

/**
 * Solves X(t) = x where the tangent is nearly vertical (x1 = 1 with x2 = 0 has a triple root): Newton inside a bracket
 * that always shrinks, with the residual in doubled precision, because 1e-16 in X would be 1e-5 in t there. Ends after
 * at most 200 rounds.
 */
export function solveSteep(x1: number, x2: number, x: number, guess: number): number {
  let from = 0;
  let to = 1;
  let t = guess;
  let previousStep = 1;
  for (let round = 0; round < 200; round++) {
    const error = residual(x1, x2, t, x);
    if (error === 0) return t;
    if (error < 0) from = t;
    else to = t;
    const u = 1 - t;
    const slope = 3 * (x1 * u * u + 2 * (x2 - x1) * u * t + (1 - x2) * t * t);
    let next = t - error / slope;
    // Halve instead when Newton leaves the bracket or no longer shortens its steps.
    if (!(next > from && next < to) || Math.abs(next - t) > 0.8 * previousStep) {
      next = from + (to - from) / 2;
    }
    previousStep = Math.abs(next - t);
    if (next === t || previousStep < 1e-18) return next;
    t = next;
  }
  return t;
}

/** The solver as JavaScript source for hand-offs: Newton's method inside a bracket, accurate to rounding. */
export const SOLVER_SCRIPT = `const solve = (x, x1, x2) => {
  let [low, high, t] = [0, 1, x];
  for (let round = 0; round < 80; round++) {
    const u = 1 - t;
    const miss = t * (3 * x1 * u * u + t * (3 * x2 * u + t)) - x;
    if (miss === 0) break;
    if (miss > 0) high = t;
    else low = t;
    let next = t - miss / (3 * (x1 * u * u + 2 * (x2 - x1) * u * t + (1 - x2) * t * t));
    if (!(next > low && next < high)) next = (low + high) / 2;
    if (Math.abs(next - t) < 1e-16) break;
    t = next;
  }
  return t;
};`;
