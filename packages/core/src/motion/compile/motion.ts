import type { ChannelDefinition, ChannelId, Fill, Study, Tween } from "../../study/index.ts";
import type { Placements, TimeLink } from "../../timeline/index.ts";
import type { CompiledFollower } from "../effects/followers.ts";
import type { CompiledShake } from "../effects/shakes.ts";
import type { CueEvent } from "../playback/events.ts";
import type { CompiledTrack } from "./track.ts";

/** One track of one tween on one channel of one figure, placed in time. */
export interface Layer {
  readonly tween: Tween;
  readonly track: CompiledTrack;
  /** When the tween starts for this figure, ms of the study. Key times count from here. */
  readonly origin: number;
  /** When its first key is, ms: before, it does not show. A tween that repeats shows from its start on. */
  readonly start: number;
  /** When its last key is in the first pass, ms. */
  readonly end: number;
  readonly relative: boolean;
  readonly fill: Fill;
  /** Layers of a channel lie in order of it; where two are equal the later in the sequence wins. */
  readonly rank: number;
  /** Absent where the time within is simply `t − origin`. */
  readonly time?: LayerTime;
  /** The layer before its found values were put in; absent where it takes none. */
  readonly open?: Layer;
  /** When something `within` ms from its start is shown, in its first pass, forwards. */
  readonly outer: (within: number) => number;
  /** The inverse of `outer`. */
  readonly within: (t: number) => number;
}

/** How the study's time becomes the time of a tween: through groups, stops and passes. */
export interface LayerTime {
  readonly links: readonly TimeLink[];
  /** The tween itself repeats, or does not run forwards. */
  readonly repeats: boolean;
  /** The links into the level of the tween, and when its first pass begins there, ms of that level. */
  readonly level: readonly TimeLink[];
  readonly begins: number;
  /** The time within with which it begins; what it shows early if it fills backwards. */
  readonly first: number;
  /** From where to where its track has something to say, and where the part that is played ends, ms of its keys. */
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
  /** In order of rank; the last wins. */
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
  /** Something in it never ends; `duration` then holds a round of it. */
  readonly endless: boolean;
  /** Where everything in the sequence stands in time. */
  readonly placements: Placements;
  /** Channels computed from others, in the order in which they are. */
  readonly followers: readonly CompiledFollower[];
  /** Shakes of the study that move something. */
  readonly shakes: readonly CompiledShake[];
  /**
   * Cues between two times, in the order in which they are met: from `t0` (it belongs to it) up to `t1` (it does
   * not), or from `t0` down to `t1` where that is earlier, in the same way. So the pieces of an interval have the
   * cues of the whole, each once.
   */
  events(t0: number, t1: number): CueEvent[];
  /** When a cue happens first, ms: where its mark stands. Undefined for one that never does, and for disabled ones. */
  cueTime(cueId: string): number | undefined;
  /** Index of a figure in pose buffers, −1 for an unknown id. */
  figureIndex(figureId: string): number;
  /** Where a channel's value stands in a pose buffer: one number, or four for a colour. */
  slot(figureIndex: number, channel: ChannelId): number;
  /** What drives the channels of a figure. */
  drivenOf(figureIndex: number): readonly DrivenChannel[];
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
  /** The colour of one figure alone, written into the first four numbers of `out` as `at` writes it; returns `out`. */
  colorAt(figureIndex: number, t: number, out: Float64Array): Float64Array;
}
