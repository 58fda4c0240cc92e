import type { FeelWord } from "./feelWords.ts";

/** A moment on a curve: progress in time and in value. */
export interface Moment {
  readonly at: number;
  readonly value: number;
}

/** A place where the speed jumps: slopes before and after, ±Infinity where the value itself jumps. */
export interface Kink {
  readonly at: number;
  readonly before: number;
  readonly after: number;
}

/** What a curve does, measured. Times are progress in [0, 1], values fractions of the way. */
export interface Readings {
  /** How far above the target at most, 0 or more, and when. */
  readonly overshoot: number;
  readonly overshootAt: number;
  /** How far below the start at most, 0 or more, and when. */
  readonly anticipation: number;
  readonly anticipationAt: number;
  /** When the target is first reached; null if never. */
  readonly firstReach: number | null;
  /** The earliest time after which the value stays within `band` of the target; null if it ends outside. */
  readonly settle: number | null;
  readonly band: number;
  /** The greatest speed, forth or back, relative to constant speed; Infinity at jumps. */
  readonly peakSpeed: number;
  readonly peakSpeedAt: number;
  readonly startSlope: number;
  readonly endSlope: number;
  /** When the value passes through the target, either way. */
  readonly crossings: readonly number[];
  /** Where the value turns round. */
  readonly reversals: readonly Moment[];
  /** Where the speed jumps; jumps of the value are in `jumps` only. */
  readonly kinks: readonly Kink[];
  /** Where the value jumps. */
  readonly jumps: readonly number[];
  readonly feel: readonly FeelWord[];
}
