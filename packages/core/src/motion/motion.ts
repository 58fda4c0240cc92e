import type { Fault } from "../fault/index.ts";
import type { ChannelDefinition, ChannelId, Figure, Fill, Study, Tween } from "../study/index.ts";
import type { CompiledTrack } from "./track.ts";

/** One track of one tween on one channel of one figure, placed in time. */
export interface Layer {
  readonly tween: Tween;
  readonly track: CompiledTrack;
  /** When the tween starts, ms; key times count from here. */
  readonly origin: number;
  /** When its first key is, ms: before, it does not show. */
  readonly start: number;
  /** When its last key is, ms. */
  readonly end: number;
  readonly relative: boolean;
  readonly fill: Fill;
}

/** A channel of a figure that at least one track drives. */
export interface DrivenChannel {
  readonly figure: Figure;
  readonly figureIndex: number;
  readonly channel: ChannelDefinition;
  readonly slot: number;
  /** Sorted by start; of two that start together the later in the sequence comes last and wins. */
  readonly layers: readonly Layer[];
}

/**
 * A compiled study. It answers one question: where is everything at time t? `at` is a pure function
 * of t; times before 0 and past the end are answered like any other.
 */
export interface Motion {
  readonly study: Study;
  /** When the last key or marker is, ms. */
  readonly duration: number;
  /** Length of a pose buffer. */
  readonly slotCount: number;
  readonly driven: readonly DrivenChannel[];
  /** Parts of the study that this version keeps but does not play, each with its place. */
  readonly unplayed: readonly Fault[];
  /** When each item of the sequence starts, ms. */
  readonly startOf: ReadonlyMap<string, number>;
  /** Index of a figure in pose buffers, −1 for an unknown id. */
  figureIndex(figureId: string): number;
  /** Where a channel's value stands in a pose buffer: one number, or four for a colour. */
  slot(figureIndex: number, channel: ChannelId): number;
  /** What drives a channel; undefined where nothing does. */
  drivenAt(figureIndex: number, channel: ChannelId): DrivenChannel | undefined;
  /**
   * Writes the value of every channel of every figure at `t` ms into `out` (length `slotCount`) and
   * returns it. Numbers are as the curves give them, unclamped; colours as they are shown: sRGB
   * components and alpha in [0, 1]. Allocates nothing.
   */
  at(t: number, out: Float64Array): Float64Array;
  /**
   * Like `at`, with rates of change per second. Colours give the rates of their blended
   * components (premultiplied, in the space the track blends in).
   */
  velocity(t: number, out: Float64Array): Float64Array;
  /** One channel alone, not a colour. */
  valueAt(figureIndex: number, channel: ChannelId, t: number): number;
}
