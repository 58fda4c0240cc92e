import type { ChannelDefinition, ChannelId, Fill, Study, Tween } from "../../study/index.ts";
import type { Placements, TimeLink } from "../../timeline/index.ts";
import type { CompiledFollower } from "../effects/followers.ts";
import type { CompiledShake } from "../effects/shakes.ts";
import type { CueEvent } from "../playback/events.ts";
import type { CompiledTrack } from "./track.ts";

/** One track of a tween, applied to one channel of one figure and placed in time. */
export interface Layer {
  readonly tween: Tween;
  readonly track: CompiledTrack;
  /** Origin of the key times for this figure, ms of the study. */
  readonly origin: number;
  /** Time of its first key, ms of the study, from which the layer is active; for a tween that repeats, its start. */
  readonly start: number;
  /** Time of its last key in the first iteration, ms of the study. */
  readonly end: number;
  readonly relative: boolean;
  readonly fill: Fill;
  /** Sort key of the layers of a channel, the start time; of equal ranks the later one in the sequence is higher. */
  readonly rank: number;
  /** Conversion to local time; absent if that is simply `t − origin`. */
  readonly time?: LayerTime;
  /** The layer before found values were resolved; absent if it has none. */
  readonly open?: Layer;
}

/** The conversion of the study's time to a tween's local time, through groups, freezes and iterations. */
export interface LayerTime {
  readonly links: readonly TimeLink[];
  /** The links without iterations of its own: those to the first one, running forwards. */
  readonly way: readonly TimeLink[];
  /** Whether the tween itself repeats or runs backwards. */
  readonly repeats: boolean;
  /** The links to the tween's level, and the start of its first iteration in that level, ms. */
  readonly level: readonly TimeLink[];
  readonly begins: number;
  /** Local time at the start of the first iteration, which a layer that fills backwards shows before it. */
  readonly first: number;
  /** First and last local time at which the track has keys within the clip, and the end of the clip, ms. */
  readonly from: number;
  readonly to: number;
  readonly limit: number;
}

/** A channel of a figure that at least one track drives. */
export interface DrivenChannel {
  readonly figureId: string;
  readonly figureIndex: number;
  readonly channel: ChannelDefinition;
  readonly slot: number;
  /** Sorted by rank; the last one is the highest. */
  readonly layers: readonly Layer[];
}

/**
 * A compiled study: the values of all channels of all figures at any time. `at` is a pure function of the time, which
 * may also be negative or beyond the end.
 */
export interface Motion {
  readonly study: Study;
  /** Time of the last key or marker, ms. */
  readonly duration: number;
  /** Length of a pose buffer. */
  readonly slotCount: number;
  readonly driven: readonly DrivenChannel[];
  /** Whether something in it repeats endlessly; `duration` then includes one round of it. */
  readonly endless: boolean;
  /** Where everything in the sequence stands in time. */
  readonly placements: Placements;
  /** Channels that follow others, in the order of evaluation: each after its source. */
  readonly followers: readonly CompiledFollower[];
  /** Shakes of the study that move something. */
  readonly shakes: readonly CompiledShake[];
  /**
   * The cues in an interval, in the order of playing: from `t0` (included) to `t1` (excluded), backwards if `t1` is
   * earlier. Adjacent intervals therefore report each cue once.
   */
  events(t0: number, t1: number): CueEvent[];
  /** Time at which a cue happens first, ms; undefined for one that never happens or is disabled. */
  cueTime(cueId: string): number | undefined;
  /** Index of a figure in pose buffers, −1 for an unknown id. */
  figureIndex(figureId: string): number;
  /** Index of a channel's value in a pose buffer: one number, or four for a color. */
  slot(figureIndex: number, channel: ChannelId): number;
  /** What drives the channels of a figure. */
  drivenOf(figureIndex: number): readonly DrivenChannel[];
  /** What drives a channel; undefined where nothing does. */
  drivenAt(figureIndex: number, channel: ChannelId): DrivenChannel | undefined;
  /**
   * Writes the value of every channel of every figure at `t` ms into `out` (length `slotCount`) and
   * returns it. Numbers are unclamped results of the curves; colors are as shown: sRGB components and alpha in [0, 1].
   * Allocates nothing of its own; see docs/decisions.md for what the engine may.
   */
  at(t: number, out: Float64Array): Float64Array;
  /**
   * The rates of change per second, in the same layout. For colors these are the rates of the blended components
   * (premultiplied, in the color space of the track).
   */
  velocity(t: number, out: Float64Array): Float64Array;
  /** The value of one channel; not for colors. */
  valueAt(figureIndex: number, channel: ChannelId, t: number): number;
  /** The value of one channel without what shakes add to it; not for colors. */
  steadyAt(figureIndex: number, channel: ChannelId, t: number): number;
  /** The color of one figure, in the first four numbers of `out`, as `at` writes it; returns `out`. */
  colorAt(figureIndex: number, t: number, out: Float64Array): Float64Array;
}
