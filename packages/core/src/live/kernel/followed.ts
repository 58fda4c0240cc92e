import type { Goal } from "./liveChannel.ts";

/** Over how long the rate of a speed is measured, ms. */
const SPAN = 0.1;

/**
 * What a follower makes of what it follows, live.
 *
 * @param value of what it follows at a time
 * @param rate of what it follows, per s
 * @param map from the source's range into its own
 * @param lag ms
 */
export function followed(
  of: "value" | "speed",
  lag: number,
  map: { value(asked: number): number; slope(asked: number): number },
  value: (t: number) => number,
  rate: (t: number) => number,
): Goal {
  const shown = (t: number) => map.value(of === "value" ? value(t - lag) : Math.abs(rate(t - lag)));
  return {
    still: false,
    value: shown,
    // The rate of a speed is measured, in what has happened already.
    rate: (t) =>
      of === "value"
        ? map.slope(value(t - lag)) * rate(t - lag)
        : ((shown(t) - shown(t - SPAN)) * 1000) / SPAN,
  };
}
