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

/**
 * The same for many points: doubles halve the way to the root, whole numbers of 256 bits go on from
 * there by Newton. The answer counts only if the polynomial changes its sign within 2^-120 around it;
 * else the long way is gone.
 */
export function referenceBezierAt(curve: CubicBezierCurve): (p: number) => number {
  const { x1, x2 } = curve;
  const [a, b] = [fixed(x1), fixed(x2)];
  const [c, d] = [fixed(curve.y1), fixed(curve.y2)];
  const near = 1n << (BITS - 120n);
  return (p) => {
    let [from, to] = [0, 1];
    for (let i = 0; i < 52; i++) {
      const t = (from + to) / 2;
      const u = 1 - t;
      if (3 * u * u * t * x1 + 3 * u * t * t * x2 + t * t * t < p) from = t;
      else to = t;
    }
    const target = fixed(p);
    let t = fixed(to);
    for (let round = 0; round < 4; round++) {
      const u = ONE - t;
      const slope =
        3n * (times(times(u, u), a) + 2n * times(times(u, t), b - a) + times(times(t, t), ONE - b));
      if (slope <= 0n) return referenceBezier(curve, p);
      t -= ((polynomial(a, b, t) - target) << BITS) / slope;
      if (t < 0n || t > ONE) return referenceBezier(curve, p);
    }
    const below = t > near ? t - near : 0n;
    const above = t + near < ONE ? t + near : ONE;
    const holds = polynomial(a, b, below) <= target && polynomial(a, b, above) >= target;
    return holds ? Number(polynomial(c, d, t) >> 128n) / 2 ** 128 : referenceBezier(curve, p);
  };
}
