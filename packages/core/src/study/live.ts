import type { Curve } from "../curve/index.ts";
import type { AngleRoute } from "../value/index.ts";
import type { ChannelId } from "./channels.ts";
import type { CurveReference } from "./curveReference.ts";

/** How a study answers what somebody does: see docs/study-format.md. Order is array order. */
export interface Live {
  readonly poses: readonly Pose[];
  readonly levers: readonly Lever[];
  readonly responses: readonly LiveResponse[];
  readonly takes: readonly Take[];
}

/** The live part of a study that has none. */
export const NO_LIVE: Live = { poses: [], levers: [], responses: [], takes: [] };

/** The id of the pose that is always there: every channel as its figure has it at rest. */
export const REST_POSE = "rest";

/** A named set of channel values of some figures. */
export interface Pose {
  readonly id: string;
  readonly name: string;
  /** By figure id. */
  readonly values: Readonly<Record<string, PoseValues>>;
}

export type PoseValues = Readonly<Partial<Record<ChannelId, number | string>>>;

/** A value from outside, with a range. */
export interface Lever {
  readonly id: string;
  readonly name: string;
  readonly of: LeverSource;
  /** The least and the most it can be. */
  readonly range: readonly [number, number];
  /** Its value before anything was done; the low end of the range if absent. */
  readonly initial?: number;
  /** How long it takes to come within a third of what it follows (the time constant), ms; absent means at once. */
  readonly lag?: number;
  /** A spring that it follows by, in place of a lag. */
  readonly spring?: Curve;
}

/** Where a lever's value comes from. A figure of null means the scene. */
export type LeverSource =
  /** The place of the pointer, px: in the scene, or from the left or upper edge of a figure as it stands at rest. */
  | { readonly kind: "pointer-x" | "pointer-y"; readonly figure: string | null }
  /** How far the pointer is from a figure's pivot, px; or in which direction it is, degrees clockwise from above. */
  | { readonly kind: "distance" | "angle"; readonly figure: string }
  /** How far is scrolled, 0 to 1; a slider in the range. */
  | { readonly kind: "scroll" | "slider" }
  /** A key: the low end of the range, and the high end while it is held. */
  | { readonly kind: "key"; readonly key: string };

/** What happens, and what the study does then. */
export interface LiveResponse {
  readonly id: string;
  readonly when: Trigger;
  /** Only while in this pose; absent for always. */
  readonly inPose?: string;
  readonly then: readonly Action[];
  readonly how: Transition;
  /** What happens if it is asked again, or something else is, before it has arrived. */
  readonly midFlight: MidFlight;
  readonly disabled?: boolean;
}

/** What a response waits for. A figure of null means anywhere in the scene; what is inside a figure counts as it. */
export type Trigger =
  | { readonly on: PointerTrigger; readonly figure: string | null }
  /** Pressed and not let go of for a time, ms. */
  | { readonly on: "hold"; readonly figure: string | null; readonly time: number }
  /** A key, named as `KeyboardEvent.key` does. */
  | { readonly on: "key"; readonly key: string }
  /** A lever goes past a value, upwards or downwards. */
  | { readonly on: "rises" | "falls"; readonly lever: string; readonly past: number }
  /** A cue of a part that is played. */
  | { readonly on: "cue"; readonly cue: string }
  | { readonly on: "arrived"; readonly response: string }
  | { readonly on: "start" }
  /** Every so many ms, each time up to `jitter` ms earlier or later. */
  | {
      readonly on: "every";
      readonly time: number;
      readonly jitter?: number;
      readonly seed?: number;
    };

export type PointerTrigger = "press" | "release" | "double-press" | "enter" | "leave";

/** What a response does. */
export type Action =
  | { readonly do: "pose"; readonly pose: string }
  /** The pose after the one it is in; the first one after the last. */
  | { readonly do: "next"; readonly poses: readonly string[] }
  /** Puts a figure's pivot where the pointer is, or turns its upper edge towards it. */
  | { readonly do: "aim"; readonly figure: string; readonly channels: readonly AimChannel[] }
  | {
      readonly do: "by";
      readonly figure: string;
      readonly channel: ChannelId;
      readonly amount: number;
    }
  /** Plays the sequence, or a group or tween of it. */
  | {
      readonly do: "play";
      /** A group or tween; absent means the sequence. */
      readonly item?: string;
      /** Markers between which it plays; absent means from its start, or to its end. */
      readonly from?: string;
      readonly to?: string;
      /** "turns": forwards, and the other way each time after that. */
      readonly direction: "forwards" | "backwards" | "turns";
    }
  /** Shows the sequence as it is at a marker. */
  | { readonly do: "seek"; readonly marker: string }
  /** A pose at once. */
  | { readonly do: "set"; readonly pose: string };

export type AimChannel = "x" | "y" | "rotate";

/** How values go where a response sends them. */
export interface Transition {
  /** A spring goes by its physics and takes the time it takes; any other curve takes `duration`. */
  readonly curve: Curve | CurveReference;
  /** ms; for curves that are no springs. */
  readonly duration: number;
  /**
   * How the duration depends on the way: not at all, in proportion (so that the speed is constant), or with its square
   * root. It is as given for a way of `reach`.
   */
  readonly grows?: "fixed" | "distance" | "root";
  /** px, degrees, or hundredths of what has no unit; 100 if absent. */
  readonly reach?: number;
  /** How angles travel; the shorter way if absent. */
  readonly route?: AngleRoute;
}

/**
 * What happens in mid-flight: value and speed go on unbroken; the value goes on and the speed jumps; it waits until what
 * moves has arrived; it begins again from the pose that was left; or it is ignored.
 */
export type MidFlight = "keeps-speed" | "from-where" | "waits" | "starts-over" | "ignored";

export const MID_FLIGHTS: readonly MidFlight[] = [
  "keeps-speed",
  "from-where",
  "waits",
  "starts-over",
  "ignored",
];

/** A recorded list of what was done. */
export interface Take {
  readonly id: string;
  readonly name: string;
  /** ms; it may go on after the last event. */
  readonly duration: number;
  /** In order of time. */
  readonly events: readonly TakeEvent[];
}

/** Something that was done, ms after the beginning. */
export type TakeEvent = { readonly time: number } & LiveEvent;

/** Something somebody does. Places are px of the scene; the figure is what was hit there, null for nothing. */
export type LiveEvent =
  | {
      readonly type: "press" | "release" | "move";
      readonly x: number;
      readonly y: number;
      readonly figure: string | null;
    }
  | { readonly type: "key-down" | "key-up"; readonly key: string }
  /** A slider, or how far is scrolled. */
  | { readonly type: "lever"; readonly lever: string; readonly value: number };
