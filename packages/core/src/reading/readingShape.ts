import type { FeelWord } from "./feelWords.ts";

/** A moment on a curve: progress in time and in value. */
export interface Moment {
  readonly at: number;
  readonly value: number;
}

/** A point at which the speed jumps, with the slopes before and after it; ±Infinity where the value itself jumps. */
export interface Kink {
  readonly at: number;
  readonly before: number;
  readonly after: number;
}

/** The measured properties of a curve. Times are progress in [0, 1], values fractions of the change in value. */
export interface Readings {
  /** The greatest value above the target, 0 or more, and when. */
  readonly overshoot: number;
  readonly overshootAt: number;
  /** The greatest value below the start, 0 or more, and when. */
  readonly anticipation: number;
  readonly anticipationAt: number;
  /** When the target is first reached; null if never. */
  readonly firstReach: number | null;
  /** The earliest time after which the value stays within `band` of the target; null if it ends outside. */
  readonly settle: number | null;
  readonly band: number;
  /** The greatest speed in either direction, relative to constant speed; Infinity at jumps. */
  readonly peakSpeed: number;
  readonly peakSpeedAt: number;
  readonly startSlope: number;
  readonly endSlope: number;
  /** The times at which the value crosses the target, in either direction. */
  readonly crossings: readonly number[];
  /** The turning points of the value. */
  readonly reversals: readonly Moment[];
  /** The points at which the speed jumps; jumps of the value are only in `jumps`. */
  readonly kinks: readonly Kink[];
  /** The times at which the value jumps. */
  readonly jumps: readonly number[];
  readonly feel: readonly FeelWord[];
}
