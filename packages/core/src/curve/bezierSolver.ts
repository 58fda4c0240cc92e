import { add, low, multiply, twoProduct, twoSum } from "./doubleDouble.ts";

/** How finely the first guess is tabulated; 16 entries leave two Newton steps for common curves. */
const CELLS = 16;

/**
 * Below this dX/dt (scaled by the size of the ordinates) rounding of X would cost more than 1e-10
 * in the value, so the root is found again in doubled precision.
 */
const STEEP = 1e-4;

/** Newton is quadratic: when a step is this small, the next one would be below 1e-11. */
const SMALL_STEP = 1e-8;

/**
 * Makes the function that solves X(t) = x for the abscissa polynomial of a CSS cubic-bezier with
 * control abscissas `x1`, `x2` in [0, 1].
 *
 * The root is unique because X rises on [0, 1]. Newton starts from a table; where the tangent is
 * nearly vertical (x1 = 1 with x2 = 0 has a triple root) a bracketed search goes on with the
 * residual in doubled precision, because 1e-16 in X would be 1e-5 in t there.
 *
 * @param scale greatest absolute ordinate of the curve, at least 1
 * @returns t in [0, 1] for x in [0, 1], exact enough that the value is within 1e-9 (times `scale`)
 */
export function bezierSolver(x1: number, x2: number, scale: number): (x: number) => number {
  const c = 3 * x1;
  const b = 3 * (x2 - x1) - c;
  const a = 1 - c - b;
  const a3 = 3 * a;
  const b2 = 2 * b;
  const steep = STEEP * scale;

  const newton = (x: number, guess: number): number => {
    let t = guess;
    for (let round = 0; round < 8; round++) {
      const slope = (a3 * t + b2) * t + c;
      if (slope < steep) break;
      const step = (((a * t + b) * t + c) * t - x) / slope;
      t -= step;
      if (step < SMALL_STEP && step > -SMALL_STEP) return t < 0 ? 0 : t > 1 ? 1 : t;
      if (t < 0) t = 0;
      else if (t > 1) t = 1;
    }
    return careful(x1, x2, x, t);
  };

  // Filled on the first call: compiling 60,000 spans must not solve 16 roots for each.
  let table: Float64Array | undefined;
  const tabulate = (): Float64Array => {
    const guesses = new Float64Array(CELLS + 1);
    for (let i = 1; i < CELLS; i++) guesses[i] = newton(i / CELLS, guesses[i - 1] as number);
    guesses[CELLS] = 1;
    return guesses;
  };

  return (x) => {
    if (table === undefined) table = tabulate();
    const place = x * CELLS;
    const cell = place >= CELLS ? CELLS - 1 : place | 0;
    const from = table[cell] as number;
    return newton(x, from + ((table[cell + 1] as number) - from) * (place - cell));
  };
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

/** Newton inside a bracket that always shrinks; ends after at most 200 rounds. */
function careful(x1: number, x2: number, x: number, guess: number): number {
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

/** A solver in JavaScript for code that leaves: Newton in a bracket, good to rounding. */
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
