import { edgeBetween } from "../value/index.ts";
import { type ProgressCell, progressCell } from "./curve.ts";

/**
 * The damped harmonic oscillator about its target: y = 1 − x with y(0) = 1, y′(0) = −velocity and
 * m·y″ = −k·y − c·y′, in closed form. Source: any text on the linear oscillator; written so that
 * nothing is lost near critical damping, where the frequency goes to 0.
 */
export interface Oscillator {
  /** Displacement from the target at a time in s. */
  readonly at: (t: number) => number;
  /** The same, in place of the time in a cell. */
  readonly into: (cell: ProgressCell) => void;
  /** d/dt of that, per s. */
  readonly rate: (t: number) => number;
  /** Damping rate a = c/2m, per s. */
  readonly decay: number;
  /** Square of the ringing frequency, (rad/s)²; negative when overdamped. */
  readonly frequencySquared: number;
}

export interface SpringPhysics {
  readonly stiffness: number;
  readonly damping: number;
  readonly mass: number;
  readonly velocity: number;
}

export function oscillator({ stiffness, damping, mass, velocity }: SpringPhysics): Oscillator {
  const a = damping / (2 * mass);
  const w2 = stiffness / mass - a * a;
  const w = Math.sqrt(Math.abs(w2));
  const push = a - velocity;
  if (w2 >= 0) {
    // sin(wt)/w, which is t where w is 0.
    const sinc = (t: number) => (w * t < 1e-8 ? t : Math.sin(w * t) / w);
    const into = (cell: ProgressCell) => {
      const t = cell[0];
      cell[0] = Math.exp(-a * t) * (Math.cos(w * t) + push * sinc(t));
    };
    const at = inCell(into);
    return {
      at,
      into,
      rate: (t) => Math.exp(-a * t) * (push * Math.cos(w * t) - w * w * sinc(t)) - a * at(t),
      decay: a,
      frequencySquared: w2,
    };
  }
  // Two fading exponentials; the slow rate a − w as (k/m)/(a + w), which does not cancel.
  const slow = stiffness / mass / (a + w);
  const fast = a + w;
  const into = (cell: ProgressCell) => {
    const t = cell[0];
    // Near critical damping the two terms cancel; their even and odd parts do not.
    cell[0] =
      w * t < 1
        ? Math.exp(-a * t) * (Math.cosh(w * t) + push * (w * t < 1e-8 ? t : Math.sinh(w * t) / w))
        : 0.5 * ((1 + push / w) * Math.exp(-slow * t) + (1 - push / w) * Math.exp(-fast * t));
  };
  const at = inCell(into);
  return {
    at,
    into,
    rate: (t) => {
      if (w * t < 1)
        return (
          Math.exp(-a * t) *
            (push * Math.cosh(w * t) + w * w * (w * t < 1e-8 ? t : Math.sinh(w * t) / w)) -
          a * at(t)
        );
      return (
        -0.5 *
        (slow * (1 + push / w) * Math.exp(-slow * t) + fast * (1 - push / w) * Math.exp(-fast * t))
      );
    },
    decay: a,
    frequencySquared: w2,
  };
}

/** The function of a number that a function in place is. */
function inCell(into: (cell: ProgressCell) => void): (t: number) => number {
  const cell = progressCell();
  return (t) => {
    cell[0] = t;
    into(cell);
    return cell[0];
  };
}

/**
 * The earliest time, s, after which |y| ≤ band for good; Infinity if that is past `longest`.
 * Works on the turning points, which lie half a period apart and shrink evenly, so that no late
 * swing is missed.
 */
export function settleTime(spring: Oscillator, band: number, longest: number): number {
  const { at, rate, decay, frequencySquared } = spring;
  if (!(decay > 0)) return Number.POSITIVE_INFINITY;
  const turns = turningPoints(spring, longest);
  // The last turning point that is still outside of the band; from there on |y| only falls, until it
  // is next 0.
  let last = 0;
  for (const t of turns) if (Math.abs(at(t)) > band) last = t;
  if (last > longest) return Number.POSITIVE_INFINITY;
  let to = turns.find((t) => t > last) ?? Number.NaN;
  if (Number.isNaN(to)) {
    // There are no more turning points: y decays, and the end of the decay is found by doubling.
    const reach = frequencySquared > 0 ? Math.PI / Math.sqrt(frequencySquared) : 1 / decay;
    to = last + reach;
    while (Math.abs(at(to)) > band && to < 4 * longest) to = last + (to - last) * 2;
  }
  const side = Math.sign(at(last)) || Math.sign(-rate(last)) || 1;
  // Between this turning point and the next y crosses 0 once; after that it stays inside the band.
  to = edgeBetween((t) => side * at(t) > band, last, to, 200);
  return to <= longest ? to : Number.POSITIVE_INFINITY;
}

/** The times at which y′ = 0, s, in order, up to a little past `longest`. */
export function turningPoints(spring: Oscillator, longest: number): number[] {
  const { at, rate, decay: a, frequencySquared } = spring;
  const push = rate(0) + a * at(0);
  if (frequencySquared > 0) {
    const w = Math.sqrt(frequencySquared);
    // y′ = e^(−at)·((push − a)·cos wt − (w + a·push/w)·sin wt) is 0 where tan wt is their ratio.
    const first = Math.atan2(push - a, w + (a * push) / w);
    const times: number[] = [];
    const period = Math.PI / w;
    let t = first / w;
    while (t <= 0) t += period;
    for (let n = 0; n < 200_000 && t <= longest + 2 * period; n++) {
      times.push(t);
      // Beyond this, y is below what a double can resolve.
      if (a * t > 60) break;
      t = first / w + period * (Math.round((t - first / w) / period) + 1);
    }
    return times;
  }
  // Without ringing there is at most one; y′ changes its sign there.
  const w = Math.sqrt(-frequencySquared);
  const ratio = (push - a) / ((a * push) / (w || 1) - w);
  const t = w > 0 ? Math.atanh(ratio) / w : push === 0 ? Number.NaN : (push - a) / (a * push);
  return t > 0 && Number.isFinite(t) ? [t] : [];
}
