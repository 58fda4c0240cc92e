import type { CompiledCurve } from "../../curve/index.ts";

/**
 * How a difference from a target fades: from `d` at the beginning to 0. In closed form, so that any time can be asked
 * in any order. Times in s, rates per s.
 */
export interface Decay {
  /**
   * The number that goes with a beginning: what `at` and `rate` take as `k`.
   *
   * @param v rate of the difference at the beginning; undefined where the value goes on and its speed need not
   * @param drift rate of the target, which a value that stands still is left behind by
   */
  begin(d: number, v: number | undefined, drift: number): number;
  at(t: number, d: number, k: number): number;
  rate(t: number, d: number, k: number): number;
  /** How long it takes until the difference stays below `step` for good; exact from there on. */
  length(d: number, k: number, step: number): number;
}

/** Holds what was there for a time, then lets go of it: how a switch is turned off. */
export function heldDecay(length: number): Decay {
  return {
    begin: () => 0,
    at: (t, d) => (t < length ? d : 0),
    rate: () => 0,
    length: (d) => (d === 0 ? 0 : length),
  };
}

/** Arrived in the moment it begins. */
export const AT_ONCE: Decay = heldDecay(0);

/**
 * A spring: m·y″ + c·y′ + k·y = 0 for the difference y, by its fundamental solutions A (A(0) = 1, A′(0) = 0) and B
 * (B(0) = 0, B′(0) = 1), so that it begins at any place with any speed. Source: any text on linear oscillators; near
 * critical damping written so that nothing cancels.
 */
export function springDecay(stiffness: number, damping: number, mass: number): Decay {
  const a = damping / (2 * mass);
  const square = stiffness / mass;
  const w2 = square - a * a;
  const w = Math.sqrt(Math.abs(w2));
  const rings = w2 >= 0;
  /** The slow rate of the two when overdamped, written so that it does not cancel. */
  const slow = rings ? a : square / (a + w);
  /** A in the first place, B in the second. */
  const pair = (t: number): readonly [number, number] => {
    const fading = Math.exp(-slow * t);
    // sin(wt)/w, or with two rates (1 − e^(−2wt))/2w; both come near to t.
    const sine = rings ? Math.sin(w * t) : -Math.expm1(-2 * w * t) / 2;
    const B = fading * (w * t < 1e-8 ? t : sine / w);
    return [(rings ? fading * Math.cos(w * t) : fading) + slow * B, B];
  };
  return {
    begin: (_, v, drift) => v ?? -drift,
    at(t, d, v) {
      const [A, B] = pair(t);
      return d * A + v * B;
    },
    rate(t, d, v) {
      const [A, B] = pair(t);
      return -d * square * B + v * (A - 2 * a * B);
    },
    length(d, v, step) {
      if (!(slow > 0)) return Number.POSITIVE_INFINITY;
      // |sin wt / w| ≤ t and |(1 − e^(−2wt)) / 2w| ≤ t: so |y| ≤ e^(−slow·t)·(|d| + |v + slow·d|·t).
      const grown = Math.abs(v + slow * d);
      // When that is `step` for the last time: each round comes nearer, from above.
      let end = 1e9;
      for (let round = 0; round < 60; round++)
        end = Math.max(0, Math.log((Math.abs(d) + grown * end) / step) / slow);
      if (!rings || w === 0) return end;
      // The envelope of what rings is closer, except near critical damping.
      const envelope = Math.hypot(d, (v + a * d) / w);
      return Math.min(end, envelope > step ? Math.log(envelope / step) / a : 0);
    },
  };
}

/**
 * A curve e over a duration: d·(1 − e(p)), and for a value that keeps its speed + k·p·(1 − p)² with k so that it begins
 * with that speed; lands exactly, with the slope that the curve ends with, and is nothing after that, however long what
 * it goes to moves on. Its slope has to be finite everywhere.
 */
export function curveDecay(
  { value, slope }: Pick<CompiledCurve, "value" | "slope">,
  duration: number,
): Decay {
  return {
    begin: (d, v) => (v === undefined ? 0 : v * duration + d * slope(0)),
    at(t, d, k) {
      const p = t / duration;
      return p < 1 ? d * (1 - value(p)) + k * p * (1 - p) ** 2 : 0;
    },
    rate(t, d, k) {
      const p = t / duration;
      // At its very end it still has the speed with which it lands; rounding must not take that away.
      return p > 1 + 1e-9 ? 0 : (-d * slope(p) + k * (1 - p) * (1 - 3 * p)) / duration;
    },
    length: (d, k) => (d === 0 && k === 0 ? 0 : duration),
  };
}

/** First order with a time constant, s. */
export function lagDecay(constant: number): Decay {
  return {
    begin: () => 0,
    at: (t, d) => d * Math.exp(-t / constant),
    rate: (t, d) => (-d / constant) * Math.exp(-t / constant),
    length: (d, _, step) => (Math.abs(d) > step ? constant * Math.log(Math.abs(d) / step) : 0),
  };
}
