import type { Curve } from "../../curve/index.ts";

/** A named curve with its description. */
export interface NamedCurve {
  readonly name: string;
  readonly curve: Curve;
  readonly tags: readonly string[];
  readonly notes: string;
  /** The duration it is meant for, ms. */
  readonly duration: number;
}

/** The duration of a curve without one, ms. */
export const DEFAULT_DURATION = 800;

/** Limits of a named curve. */
export const NAME_LENGTH = 120;
export const NOTES_LENGTH = 4000;
export const MOST_TAGS = 20;
export const TAG_LENGTH = 40;
export const LONGEST_DURATION = 600_000;
