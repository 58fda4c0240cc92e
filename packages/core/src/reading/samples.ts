import type { LinearStopsCurve } from "../curve/index.ts";
import type { Readings } from "./readingShape.ts";
import { readCurve, SETTLE_BAND } from "./readings.ts";

/** The readings of a series of samples, in their own units. */
export interface SampleReadings extends Readings {
  /** The first and last time; progress p is the time from + p·(to − from). */
  readonly fromTime: number;
  readonly toTime: number;
  /** The values of progress 0 and 1. */
  readonly start: number;
  readonly target: number;
}

/**
 * The readings of samples in order of time, joined by straight lines: of a channel, or of a recording. Start and
 * target are the first and last value by default. Null where there is nothing to measure: fewer than two samples, no
 * duration, or no difference between start and target. Kinks are those between samples, so they mean little if samples
 * are dense.
 */
export function readSamples(
  times: ArrayLike<number>,
  values: ArrayLike<number>,
  options: { readonly start?: number; readonly target?: number; readonly band?: number } = {},
): SampleReadings | null {
  const count = times.length;
  if (values.length !== count)
    throw new RangeError(`readSamples: ${count} times, ${values.length} values`);
  if (count < 2) return null;
  const fromTime = times[0] as number;
  const toTime = times[count - 1] as number;
  const start = options.start ?? (values[0] as number);
  const target = options.target ?? (values[count - 1] as number);
  const change = target - start;
  if (!(toTime > fromTime) || change === 0 || !Number.isFinite(change)) return null;
  const stops = Array.from({ length: count }, (_, i) => ({
    at: ((times[i] as number) - fromTime) / (toTime - fromTime),
    value: ((values[i] as number) - start) / change,
  }));
  const curve: LinearStopsCurve = { kind: "linear-stops", stops };
  return { ...readCurve(curve, options.band ?? SETTLE_BAND), fromTime, toTime, start, target };
}
