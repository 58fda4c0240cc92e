import { type CompiledCurve, type Curve, compileCurve, landmarksOf } from "../curve/index.ts";

/** A stretch of a curve on which the value only rises, only falls, or stands. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  /** The value as the stretch begins, after a jump there; as it ends, before a jump there. */
  readonly start: number;
  readonly end: number;
}

/** How many stretches a curve is cut into at least, wherever it turns. */
const CELLS = 512;
/** With more landmarks than this they are dense enough by themselves. */
const DENSE = 2000;

/** A curve with what readings are made from. */
export interface TracedCurve {
  readonly curve: Curve;
  readonly compiled: CompiledCurve;
  /**
   * The curve over [0, 1] as monotone stretches in order. They end at landmarks, on an even grid, and where the slope
   * changes its sign between two of those, found by halving to the last digit.
   */
  readonly stretches: readonly Stretch[];
}

/** Traces a curve: compiles it and finds where it turns. */
export function traceCurve(curve: Curve, compiled = compileCurve(curve)): TracedCurve {
  return { curve, compiled, stretches: trace(curve, compiled) };
}

function trace(curve: Curve, { value, slope }: CompiledCurve): Stretch[] {
  const landmarks = landmarksOf(curve);
  // A path names every turn itself.
  const [least, dense] = curve.kind === "path" ? [1, CELLS / 4] : [4, CELLS];
  const anchors = [0, ...landmarks, 1];
  // A spring jumps its last thousandth onto the target; that is its end and no jump.
  const isSpring = curve.kind === "spring" || curve.kind === "spring-feel";
  const stretches: Stretch[] = [];
  const push = (from: number, to: number) =>
    stretches.push({
      from,
      to,
      start: value(from),
      end: to === 1 && isSpring ? value(1) : value(to, true),
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
        const turn = findTurn(slope, from, to, Math.sign(a));
        push(from, turn);
        push(turn, to);
      } else push(from, to);
    }
  }
  return stretches;
}

/** Where the slope stops having the sign it has at `from`. */
function findTurn(slope: (p: number) => number, from: number, to: number, sign: number): number {
  let [low, high] = [from, to];
  for (let round = 0; round < 60; round++) {
    const middle = (low + high) / 2;
    if (middle === low || middle === high) break;
    if (slope(middle) * sign > 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
