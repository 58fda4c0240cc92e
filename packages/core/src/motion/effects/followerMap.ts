import type { CompiledCurve } from "../../curve/index.ts";
import type { Follower } from "../../study/index.ts";

/** How a follower makes its value of what it follows. */
export interface FollowerMap {
  /** Its value, from a value of the source or from the size of its speed per second. */
  value(asked: number): number;
  /** How much it changes for a change of its source. */
  slope(value: number): number;
}

/** The map of a follower from the source's range into its own, along its curve. */
export function followerMap({ from, to, clamp }: Follower, curve: CompiledCurve): FollowerMap {
  const width = from[1] - from[0];
  const [low, high] = to;
  // How far a value is through the source's range; in a range without width 0 before it and 1 from it on.
  const progress = (value: number) =>
    width === 0 ? (value >= from[0] ? 1 : 0) : (value - from[0]) / width;
  return {
    value(asked) {
      // Where a curve stands upright its speed is infinite: it counts as the top of the range, never as no number.
      const p = progress(Number.isFinite(asked) ? asked : Math.max(from[0], from[1]));
      if (p < 0 || p > 1) {
        if (clamp || width === 0) return p < 0 ? low : high;
        return low + (high - low) * p;
      }
      return low + (high - low) * curve.value(p);
    },
    slope(value) {
      if (width === 0 || !Number.isFinite(value)) return 0;
      const p = progress(value);
      const scale = (high - low) / width;
      if (p < 0 || p > 1) return clamp ? 0 : scale;
      return scale * curve.slope(p);
    },
  };
}
