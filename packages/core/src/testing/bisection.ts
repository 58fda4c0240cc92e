import type { CubicBezierCurve } from "../curve/index.ts";

/**
 * An independent reference for cubic-bezier: bisection with whole numbers of 256 bits, so that no
 * rounding of doubles takes part. Slow, for tests only.
 */
const BITS = 256n;
const ONE = 1n << BITS;

/** A double as a fixed-point number; exact for |value| ≥ 2^-200. */
function fixed(value: number): bigint {
  let bits = 0n;
  let scaled = value;
  while (!Number.isInteger(scaled) && bits < 1074n) {
    scaled *= 2;
    bits++;
  }
  return bits <= BITS ? BigInt(scaled) << (BITS - bits) : BigInt(scaled) >> (bits - BITS);
}

function times(a: bigint, b: bigint): bigint {
  return (a * b) >> BITS;
}

function polynomial(first: bigint, second: bigint, t: bigint): bigint {
  const u = ONE - t;
  return (
    3n * times(times(times(u, u), t), first) +
    3n * times(times(u, times(t, t)), second) +
    times(t, times(t, t))
  );
}

/** The value of the curve at `p` in [0, 1], correct to the last digit of a double. */
export function referenceBezier({ x1, y1, x2, y2 }: CubicBezierCurve, p: number): number {
  const a = fixed(x1);
  const b = fixed(x2);
  const target = fixed(p);
  let from = 0n;
  let to = ONE;
  while (to - from > 1n) {
    const middle = (from + to) >> 1n;
    if (polynomial(a, b, middle) < target) from = middle;
    else to = middle;
  }
  const value = polynomial(fixed(y1), fixed(y2), to);
  // Split so that a double can take both parts.
  const whole = value >> 128n;
  return Number(whole) / 2 ** 128;
}
