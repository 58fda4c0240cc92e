import type { Curve } from "../curve/index.ts";
import type { AngleRoute, ColorSpace } from "../value/index.ts";
import type { ChannelId } from "./channels.ts";
import type { CurveReference } from "./curveReference.ts";
import type { Live } from "./live.ts";

/** The value of the field `format` of every study file. */
export const STUDY_FORMAT = "levitas-study";

/** The version written by this program. */
export const STUDY_VERSION = 2;

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
  /** How it answers what somebody does; absent means not at all. */
  readonly live?: Live;
}

/** The rectangle in which figures move. Its origin is its top left corner, y points down. */
export interface StudyScene {
  readonly width: number;
  readonly height: number;
  readonly background: string;
  /** Frames per second that times are counted in. */
  readonly frameRate: number;
  /** Perspective distance for figures that rotate in depth, px; absent means `PERSPECTIVE`. */
  readonly perspective?: number;
  /** Guides, in the scene's px. */
  readonly guides?: readonly Guide[];
}

/** A guide: horizontal at `y`, or vertical at `x`. */
export interface Guide {
  readonly axis: "x" | "y";
  readonly at: number;
}

/** The default perspective distance, px. */
export const PERSPECTIVE = 900;

/** Something that can be animated. */
export interface Figure {
  readonly id: string;
  readonly name: string;
  readonly kind: FigureKindId;
  /** The figure it is nested in; null for the scene. */
  readonly parent: string | null;
  /** The point it rotates and scales about, as fractions of its width and height. */
  readonly pivot: { readonly x: number; readonly y: number };
  /** Which of the five figure hues marks it in the timeline. */
  readonly hue: FigureHue;
  /** Values of channels that no tween or follower drives; a channel that is not named has its initial value. */
  readonly rest: Readonly<Partial<Record<ChannelId, number | string>>>;
  /** Its appearance; which fields apply depends on the kind. */
  readonly look: FigureLook;
  /** The rule of CSS that it was brought in from, which its motion can go back to. */
  readonly css?: FigureCss;
}

/** What a rule of CSS says that a figure was brought in from, as far as its motion does not say it. */
export interface FigureCss {
  readonly selector: string;
  /** What the rule declares apart from animations, as written: `background: teal`. */
  readonly declarations: readonly string[];
  /** Whether its place, rotation and scale are one `transform`, as they were when it came. */
  readonly isTransform?: true;
  /** The property that its color is, where that is not `color`. */
  readonly color?: "background-color" | "fill";
  /**
   * What the values here have more than those of the properties that move: its place in the scene, and what other
   * properties declare. px and degrees more; of scales, how many times as much.
   */
  readonly apart: Readonly<Partial<Record<ChannelId, number>>>;
  /** Its values at rest as they came: what differs from them was changed here. */
  readonly rest: Figure["rest"];
  /** Animations of properties that nothing here moves like; they go back as they came. */
  readonly kept?: readonly KeptAnimation[];
}

/** An animation of CSS that no channel can hold. */
export interface KeptAnimation {
  readonly property: string;
  /** Each at a share of the way. */
  readonly frames: readonly {
    readonly offset: number;
    readonly value: string;
    readonly easing?: string;
  }[];
  /** The easing from one frame to the next where the frame says none. */
  readonly easing: string;
  /** ms */
  readonly duration: number;
  readonly delay: number;
  /** Null for what never ends. */
  readonly iterations: number | null;
  readonly direction: NonNullable<Tween["direction"]>;
  readonly fill: Fill;
}

export type FigureKindId = "ball" | "block" | "card" | "label" | "dial" | "chip" | "icon" | "group";
export type FigureHue = "slate" | "plum" | "olive" | "brick" | "spruce";

/** The texts on one face of a card. */
export interface CardFace {
  /** In the band. */
  readonly heading?: string;
  /** The large text, and the small one below it. */
  readonly title?: string;
  readonly detail?: string;
  /** A bar code at the foot. */
  readonly code?: boolean;
}

/** The appearance of a figure. Fields that do not apply to its kind are kept and not shown. */
export interface FigureLook extends CardFace {
  /** block: figures nested in it are shown only within its box. */
  readonly hidesOverflow?: boolean;
  /** card: the back, shown while it is turned over. */
  readonly back?: CardFace;
  /** dial: this is the needle, not the scale. */
  readonly needle?: boolean;
  /** dial: the number of ticks on its scale, and the words spread around it from the top. */
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
  /** icon: width and height of the box that its paths are drawn in, and the paths. */
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

/** A named curve that many spans refer to. */
export interface SharedCurve {
  readonly id: string;
  readonly name: string;
  readonly curve: Curve;
}

/** An item of the sequence. */
export type SequenceItem = Tween | Group | Cue | Freeze | Shake;

/**
 * What the start of an item is tethered to, plus an offset; a negative offset is earlier. "start" is the start of the
 * study, or of the group that contains the item. A key counts at its time in the first iteration of its tween.
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

/** How an item repeats, as in CSS. Absent fields: once, normal, no pause. */
export interface Repeats {
  /** The number of iterations; null for endless. */
  readonly iterations?: number | null;
  readonly direction?: "normal" | "reverse" | "alternate" | "alternate-reverse";
  /** Milliseconds between iterations. */
  readonly pause?: number;
  /**
   * As in CSS; absent means forwards: the last value stays after the end, and the first value does not show before the
   * start.
   */
  readonly fill?: Fill;
  /** Whether the item is kept but not played. */
  readonly disabled?: boolean;
}

/** A named block of keys with a place in time. Key times count from its origin. */
export interface Tween extends Repeats {
  readonly type: "tween";
  readonly id: string;
  readonly name: string;
  readonly tether: Tether;
  readonly figures: readonly string[];
  readonly tracks: readonly Track[];
  /**
   * Whether its tracks of x and y form one path through space: their keys are pairs of equal time, the curves of x
   * time the distance along each piece, and the keys of x carry the handles.
   */
  readonly path?: boolean;
  readonly stagger?: Stagger;
  /**
   * The part that plays, ms of its keys: it begins with the value at `from` and holds the value at `to`. Keys outside
   * are kept. Absent means all of it.
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
  /** Absent means absolute; relative values are added to the value of the layers below. */
  readonly mode?: "absolute" | "relative";
  /** Angles only; absent means none: the plain numbers are interpolated. */
  readonly route?: AngleRoute;
  /** Colours only; absent means oklab. */
  readonly space?: ColorSpace;
  /** In order of time; two keys may share a time, the later one then holds from there on. */
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

/** The offset of a handle of a path through space from its point, px. */
export interface SpaceHandle {
  readonly x: number;
  readonly y: number;
}

/** A number, a CSS color, or the value that the channel has when the tween starts. */
export type KeyValue = number | string | { readonly found: true };

/** The same tween on many figures, each a little later. */
export interface Stagger {
  readonly order: "list" | "shuffle" | "front";
  /** list, shuffle: delay from one figure to the next, ms. */
  readonly gap: number;
  /** shuffle: the same seed gives the same order. */
  readonly seed?: number;
  /** front: the line or circle that travels through the figures. */
  readonly front?: Front;
}

/**
 * A line or a circle that travels over the scene. It begins where it is placed (a closing circle at the farthest
 * figure) when the tween starts, and each figure starts when the front reaches the center of its box at rest.
 */
export interface Front {
  readonly shape: "line" | "circle";
  /** A point of the line, or the center of the circle, px of the scene. */
  readonly x: number;
  readonly y: number;
  /** line: its direction of travel, degrees clockwise from the positive x axis. */
  readonly angle?: number;
  /** circle: it contracts towards its center instead of expanding from it. */
  readonly closing?: boolean;
  /** Speed in px per second; used where `time` is absent. */
  readonly speed?: number;
  /** Time until it has reached the last figure, ms. */
  readonly time?: number;
  /** The curve of its progress; absent means constant speed. */
  readonly curve?: Curve | CurveReference;
}

/** A sequence inside a sequence. */
export interface Group extends Repeats {
  readonly type: "group";
  readonly id: string;
  readonly name: string;
  readonly tether: Tether;
  /** Its playback rate; absent means 1. */
  readonly rate?: number;
  readonly items: readonly SequenceItem[];
}

/**
 * An event at a time: a name to react to, or a sound. A cue tethered to a tween or a key fires in each of its
 * iterations.
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
 * A freeze: time stops for a few frames, for everything in the study (or in the group that contains it) or for some
 * figures.
 */
export interface Freeze {
  readonly type: "freeze";
  readonly id: string;
  readonly name: string;
  readonly tether: Tether;
  /** Frames of the scene's frame rate. */
  readonly frames: number;
  readonly figures?: readonly string[];
  /** Whether items that start later are delayed by its duration; absent means they are. */
  readonly push?: boolean;
  readonly disabled?: boolean;
}

/** Noise added to position and rotation that fades out. Without figures the whole scene is shaken. */
export interface Shake {
  readonly type: "shake";
  readonly id: string;
  readonly name: string;
  readonly tether: Tether;
  /** Duration, ms. */
  readonly duration: number;
  /** Frequency, Hz. */
  readonly frequency: number;
  /** Greatest displacement to each side, px. */
  readonly amplitude: number;
  /** Greatest rotation to each side, degrees; absent means none. */
  readonly turn?: number;
  /** The curve of its fading; absent means linear. */
  readonly fade?: Curve | CurveReference;
  /** The share that remains for people who prefer reduced motion, 0 to 1; absent means none. */
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
  readonly source: FollowerSource;
  readonly of: "value" | "speed";
  /** Range of the source: in its unit, or in its unit per second. Speed is never negative. */
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly curve?: Curve | CurveReference;
  readonly clamp?: boolean;
  /** Its delay behind the source, ms. */
  readonly lag?: number;
}

/** What a follower follows: a channel of a figure, or a lever, which outside of Live stands where it begins. */
export type FollowerSource =
  | { readonly figure: string; readonly channel: ChannelId }
  | { readonly lever: string };

/** A named time. */
export interface Marker {
  readonly id: string;
  readonly name: string;
  /**
   * ms of the sequence, counted as the starts of its items are: freezes before it delay it. When it is reached in the
   * study's time is said by `shownMarkers`.
   */
  readonly time: number;
}
