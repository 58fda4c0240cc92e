import type { Curve } from "../curve/index.ts";
import type { AngleRoute, ColorSpace } from "../value/index.ts";
import type { ChannelId } from "./channels.ts";

/** The word every study file carries in `format`. */
export const STUDY_FORMAT = "levitas-study";

/** The version written by this program. */
export const STUDY_VERSION = 1;

/**
 * The document: plain JSON, described in docs/study-format.md. Times in milliseconds, angles in
 * degrees clockwise, lengths in px, colours as CSS text. Order is array order.
 */
export interface Study {
  readonly format: typeof STUDY_FORMAT;
  readonly version: number;
  readonly name: string;
  readonly scene: StudyScene;
  readonly figures: readonly Figure[];
  readonly curves: readonly SharedCurve[];
  readonly sequence: readonly SequenceItem[];
  readonly followers: readonly Follower[];
  readonly markers: readonly Marker[];
}

/** The rectangle in which figures move. Its origin is its top left corner, y points down. */
export interface StudyScene {
  readonly width: number;
  readonly height: number;
  readonly background: string;
  /** Frames per second that times are counted in. */
  readonly frameRate: number;
  /** How far the eye is from what turns in depth, px; absent means `PERSPECTIVE`. */
  readonly perspective?: number;
  /** Lines to align with, in the scene's px. */
  readonly guides?: readonly Guide[];
}

/** A line to align with: across at a height (`y`), or down at a place (`x`). */
export interface Guide {
  readonly axis: "x" | "y";
  readonly at: number;
}

/** Distance of the eye where a scene does not say one, px. */
export const PERSPECTIVE = 900;

/** A thing that moves. */
export interface Figure {
  readonly id: string;
  readonly name: string;
  readonly kind: FigureKindId;
  /** Figure in whose box this one stands; null for the scene. */
  readonly parent: string | null;
  /** The point it turns and scales about, as fractions of its width and height. */
  readonly pivot: { readonly x: number; readonly y: number };
  /** Which of the five figure hues marks it in the timeline. */
  readonly hue: FigureHue;
  /** Values of channels that nothing drives; a channel not named has its initial value. */
  readonly rest: Readonly<Partial<Record<ChannelId, number | string>>>;
  /** How it is dressed; what it may say depends on the kind. */
  readonly look: FigureLook;
}

export type FigureKindId = "ball" | "block" | "card" | "label" | "dial" | "chip" | "icon" | "group";
export type FigureHue = "slate" | "plum" | "olive" | "brick" | "spruce";

/** The words on one face of a card. */
export interface CardFace {
  /** In the band. */
  readonly heading?: string;
  /** Large, and small under it. */
  readonly title?: string;
  readonly detail?: string;
  /** A bar code at the foot. */
  readonly code?: boolean;
}

/** How a figure is dressed. Fields that its kind does not know are kept and not shown. */
export interface FigureLook extends CardFace {
  /** block: figures inside it show only within its box. */
  readonly clip?: boolean;
  /** card: its other side, seen when it has turned over. */
  readonly back?: CardFace;
  /** dial: this is the needle, not the scale. */
  readonly needle?: boolean;
  /** dial: how many ticks its scale has, and words spread around it from the top. */
  readonly ticks?: number;
  readonly labels?: readonly string[];
  /** label, chip: its text; a line feed begins a new line. */
  readonly text?: string;
  readonly size?: number;
  readonly weight?: number;
  readonly align?: "start" | "center" | "end";
  readonly numbers?: boolean;
  /** label: height of a line, px. */
  readonly line?: number;
  /** icon: width and height of the box its paths are drawn in, and the paths. */
  readonly box?: readonly [number, number];
  readonly shapes?: readonly IconShape[];
}

/** One path of an icon. `"color"` stands for the figure's own color channel. */
export interface IconShape {
  /** SVG path data. */
  readonly path: string;
  readonly fill?: string;
  readonly stroke?: string;
  readonly strokeWidth?: number;
}

/** A curve many spans refer to. */
export interface SharedCurve {
  readonly id: string;
  readonly name: string;
  readonly curve: Curve;
}

/** What stands in time. */
export type SequenceItem = Tween | Group | Cue | Freeze | Shake;

/**
 * What a start hangs on, and how much later it is; a negative offset is earlier. "start" is the start of the
 * study, or of the group it stands in. A key is where it is in the first pass of its tween.
 */
export type Tether =
  | { readonly to: "start"; readonly offset: number }
  | { readonly to: "marker"; readonly id: string; readonly offset: number }
  | { readonly to: "key"; readonly id: string; readonly offset: number }
  | {
      readonly to: "item";
      readonly id: string;
      readonly edge: "start" | "end";
      readonly offset: number;
    };

/** How something is repeated, as in CSS. Absent fields: once, normal, no pause. */
export interface Repeats {
  /** How often it plays; null for endless. */
  readonly iterations?: number | null;
  readonly direction?: "normal" | "reverse" | "alternate" | "alternate-reverse";
  /** Milliseconds between iterations. */
  readonly pause?: number;
  /** As in CSS; absent means forwards: what it ends with stays, what it begins with does not show early. */
  readonly fill?: Fill;
  /** It is kept and not played. */
  readonly disabled?: boolean;
}

/** A named block of keys with a place in time. Key times count from its start. */
export interface Tween extends Repeats {
  readonly type: "tween";
  readonly id: string;
  readonly name: string;
  readonly tether: Tether;
  readonly figures: readonly string[];
  readonly tracks: readonly Track[];
  /**
   * Its tracks of x and y are one path through space: their keys go in pairs of one time, the curves of
   * x say how the length of each piece is covered, and the keys of x carry the handles.
   */
  readonly path?: boolean;
  readonly stagger?: Stagger;
  /**
   * The part of it that is played, ms of its keys: it begins with what is at `from`, and holds what is at `to`.
   * The keys outside are kept. Absent means all of it.
   */
  readonly clip?: Clip;
}

/** A part of a tween, ms of its keys. */
export interface Clip {
  readonly from: number;
  readonly to: number;
}

export type Fill = "none" | "forwards" | "backwards" | "both";

/** Keys of one channel. */
export interface Track {
  readonly channel: ChannelId;
  /** Absent means absolute; relative values are added to what is there. */
  readonly mode?: "absolute" | "relative";
  /** Angles only; absent means none: plain numbers. */
  readonly route?: AngleRoute;
  /** Colours only; absent means oklab. */
  readonly space?: ColorSpace;
  /** In order of time; two may share a time, the later one then holds from there. */
  readonly keys: readonly Key[];
}

/** A value of a channel at a time. */
export interface Key {
  readonly id: string;
  /** Milliseconds from the tween's start, 0 or more. */
  readonly time: number;
  readonly value: KeyValue;
  /** The curve of the span that begins here; absent means linear. */
  readonly curve?: Curve | CurveReference;
  /** Handles of a path through space, px from the point; see `Tween.path`. */
  readonly in?: SpaceHandle;
  readonly out?: SpaceHandle;
}

/** How far a handle of a path through space is from its point, px. */
export interface SpaceHandle {
  readonly x: number;
  readonly y: number;
}

/** A number, a CSS colour, or the value the channel has when the tween starts. */
export type KeyValue = number | string | { readonly found: true };

export interface CurveReference {
  readonly shared: string;
}

/** The same tween on many figures, each a little later. */
export interface Stagger {
  readonly order: "list" | "shuffle" | "front";
  /** list, shuffle: ms from one figure to the next. */
  readonly gap: number;
  /** shuffle: the same seed gives the same order. */
  readonly seed?: number;
  /** front: what travels through the figures. */
  readonly front?: Front;
}

/**
 * A line or a circle on the scene that travels. It begins where it is placed (a closing circle at the figure
 * farthest off) when the tween starts, and each figure starts when it reaches the middle of its box at rest.
 */
export interface Front {
  readonly shape: "line" | "circle";
  /** A point of the line, or the middle of the circle, px of the scene. */
  readonly x: number;
  readonly y: number;
  /** line: where it travels, degrees clockwise from to the right. */
  readonly angle?: number;
  /** circle: it closes in on its middle instead of spreading from it. */
  readonly closing?: boolean;
  /** px per second; used where no total time is said. */
  readonly speed?: number;
  /** ms until it has reached the last figure. */
  readonly time?: number;
  /** How it travels; absent means evenly. */
  readonly curve?: Curve | CurveReference;
}

/** A sequence inside a sequence. */
export interface Group extends Repeats {
  readonly type: "group";
  readonly id: string;
  readonly name: string;
  readonly tether: Tether;
  /** How fast time runs in it; absent means 1. */
  readonly rate?: number;
  readonly items: readonly SequenceItem[];
}

/**
 * Something that happens at a time: a named event, or a sound. Hanging on a tween or a key it happens in each of
 * its iterations.
 */
export interface Cue {
  readonly type: "cue";
  readonly id: string;
  readonly name: string;
  readonly tether: Tether;
  /** A sound of `SOUNDS`; absent for an event without one. */
  readonly sound?: string;
  /** 0 to 1; absent means 1. */
  readonly volume?: number;
  readonly disabled?: boolean;
}

/**
 * A short stop of time: for all that the study (or the group it stands in) plays, or for some figures.
 */
export interface Freeze {
  readonly type: "freeze";
  readonly id: string;
  readonly name: string;
  readonly tether: Tether;
  /** Frames of the scene's frame rate. */
  readonly frames: number;
  readonly figures?: readonly string[];
  /** Whether later things move back by as much; absent means they do. */
  readonly push?: boolean;
  readonly disabled?: boolean;
}

/** Added noise on position and rotation that fades. Without figures the whole scene is shaken. */
export interface Shake {
  readonly type: "shake";
  readonly id: string;
  readonly name: string;
  readonly tether: Tether;
  /** ms. */
  readonly duration: number;
  /** Hertz. */
  readonly frequency: number;
  /** Most px to each side. */
  readonly amplitude: number;
  /** Most degrees to each side; absent means none. */
  readonly turn?: number;
  /** How it fades away; absent means evenly. */
  readonly fade?: Curve | CurveReference;
  /** How much of it is left for people who prefer reduced motion, 0 to 1; absent means nothing. */
  readonly calm?: number;
  readonly seed: number;
  readonly figures?: readonly string[];
  readonly disabled?: boolean;
}

/** A channel computed from another channel. */
export interface Follower {
  readonly id: string;
  readonly figure: string;
  readonly channel: ChannelId;
  readonly source: { readonly figure: string; readonly channel: ChannelId };
  readonly of: "value" | "speed";
  /** Range of the source: its unit, or its unit per second. Speed is never negative. */
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly curve?: Curve | CurveReference;
  readonly clamp?: boolean;
  /** How much later it follows, ms. */
  readonly lag?: number;
}

/** A named time. */
export interface Marker {
  readonly id: string;
  readonly name: string;
  readonly time: number;
}
