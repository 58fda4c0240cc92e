import {
  type CompiledCurve,
  type Curve,
  compileCurve,
  isSpring,
  landmarksOf,
} from "../curve/index.ts";
import { edgeBetween } from "../value/index.ts";

/** An interval in which the value only rises, only falls, or is constant. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  /** The value at its start, after a jump there, and at its end, before a jump there. */
  readonly start: number;
  readonly end: number;
}

/** The fewest intervals that a curve is divided into. */
const CELLS = 512;
/** More landmarks than this are dense enough without an even grid. */
const DENSE = 2000;

/** A curve with its monotone intervals, from which readings are computed. */
export interface TracedCurve {
  readonly curve: Curve;
  readonly compiled: CompiledCurve;
  /**
   * The monotone intervals of the curve over [0, 1], in order. They end at landmarks, on an even grid, and where the
   * slope changes its sign between two of those, found by halving to the last digit.
   */
  readonly stretches: readonly Stretch[];
}

/** Compiles a curve and finds where it turns. */
export function traceCurve(curve: Curve, compiled = compileCurve(curve)): TracedCurve {
  return { curve, compiled, stretches: trace(curve, compiled) };
}

function trace(curve: Curve, { value, slope }: CompiledCurve): Stretch[] {
  const landmarks = landmarksOf(curve);
  // The landmarks of a path contain all its turning points.
  const [least, dense] = curve.kind === "path" ? [1, CELLS / 4] : [4, CELLS];
  const anchors = [0, ...landmarks, 1];
  // A spring jumps its last thousandth to the target; that is its end and not a jump.
  const jumpsToRest = isSpring(curve);
  const stretches: Stretch[] = [];
  const push = (from: number, to: number) =>
    stretches.push({
      from,
      to,
      start: value(from),
      end: to === 1 && jumpsToRest ? value(1) : value(to, true),
    });
  for (let k = 0; k + 1 < anchors.length; k++) {
    const [low, high] = [anchors[k] as number, anchors[k + 1] as number];
    if (high <= low) continue;
    const cells = landmarks.length > DENSE ? 1 : Math.max(least, Math.ceil((high - low) * dense));
    for (let i = 0; i < cells; i++) {
      const from = low + ((high - low) * i) / cells;
      const to = i + 1 === cells ? high : low + ((high - low) * (i + 1)) / cells;
      const [a, b] = [slope(from), slope(to, true)];
      if (a * b < 0) {
        // Where the slope loses the sign it has at the beginning.
        const turn = edgeBetween((p) => slope(p) * Math.sign(a) > 0, from, to);
        push(from, turn);
        push(turn, to);
      } else push(from, to);
    }
  }
  return stretches;
}
