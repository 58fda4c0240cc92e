import type {
  Action,
  AimChannel,
  ChannelId,
  LeverSource,
  LiveEvent,
  LiveResponse,
  Transition,
} from "../../study/index.ts";
import type { AngleRoute } from "../../value/index.ts";
import type { Decay } from "./decay.ts";
import type { Goal, LiveChannel, Piece } from "./liveChannel.ts";
import type { LiveLever } from "./liveLever.ts";

/**
 * What the engine moves, and asks about it. `LiveState` is one made of a study; the module that is handed off has
 * another, made of a page. What is optional belongs to a part of the engine that not every module has.
 */
export interface World {
  /** Those that are switched on, in their order. */
  readonly responses: readonly LiveResponse[];
  /** All channels that were ever sent somewhere, by their slots. */
  readonly driven: ReadonlyMap<number, Driven>;
  /** How what responses do is planned, by its kind. */
  readonly thens: Readonly<Partial<Record<Action["do"], Planner>>>;
  /** Whether everything that is sent somewhere was sent to this pose last; for `inPose`. */
  isIn?(world: World, pose: string): boolean;
  levers?: ReadonlyMap<string, LiveLever>;
  /** A channel that is to be driven from now on; undefined for one there is not. */
  channel?(figure: string, id: ChannelId): Driven | undefined;
  /** The channels of a pose that was kept, with their values, component by component. */
  channelsOfPose(id: string): readonly PosedChannel[];
  /** The value with which a figure is where the pointer is, or turned towards it; undefined where it cannot be. */
  aimed?(time: number, figure: string, channel: AimChannel, pointer: Pointer): number | undefined;
  /** The values a channel has, in the components in which it goes on; absent where they are those it has. */
  startOf?(driven: Driven, time: number): readonly number[];
  /** What the duration of a response is multiplied with; 1 if absent. */
  shareOf?(plan: Plan, how: Transition, time: number): number;
  /** How values go; the duration is `share` times what it is by itself. */
  decayOf(how: Transition, share: number): Decay;
  /** A figure with all it stands in, and null for the scene around them. */
  chain(figure: string | null): readonly (string | null)[];
  /** Width and height of the scene, px. */
  readonly size: readonly [number, number];
  /** What a lever is with the pointer where it is; undefined for a lever of something else. */
  pointerValue?(time: number, of: LeverSource, pointer: Pointer): number | undefined;
  /** Told of what happens. */
  readonly note?: Note;
}

/** An event with its time, or what becomes of a response. */
export type Note = {
  (kind: "event", time: number, event: LiveEvent): void;
  (kind: "arrived" | "ignored" | "waits" | "stopped", time: number, response: string): void;
  (
    kind: "begun",
    time: number,
    response: string,
    channels: readonly StartedChannel[],
    arrives: number,
  ): void;
};

/** Plans what a response does, of one kind. */
export type Planner = (
  world: World,
  then: Action,
  response: LiveResponse,
  time: number,
  pointer: Pointer,
) => Plan;

/** A target that is no pose. */
export const ELSEWHERE = "";

/** A channel that is driven live. */
export interface Driven {
  readonly slot: number;
  readonly channel: LiveChannel;
  /** Of an angle: how far it turns to another by a route. */
  readonly turn?: (from: number, to: number, route: AngleRoute) => number;
  /** Of a switch: its way in place of a response's; undefined where it goes on as it is. */
  readonly hold?: (channel: LiveChannel, goal: Goal, way: Decay, time: number) => Decay | undefined;
  /** What a difference is multiplied with to be a way: px, degrees, or hundredths of what has no unit. */
  readonly scale: number;
  /** The pose it was sent to last, `ELSEWHERE` for anything else, null before the first time. */
  pose: string | null;
}

export interface PosedChannel {
  readonly driven: Driven;
  readonly values: readonly number[];
}

/** Where the pointer is, and on what. */
export interface Pointer {
  readonly x: number;
  readonly y: number;
  readonly figure: string | null;
}

/** Where a response sends a channel. */
export interface ChannelTarget {
  readonly driven: Driven;
  readonly goal: Goal;
  /** At once, whatever the response's way is. */
  readonly atOnce?: boolean;
  /** It was under way along a part that is played and turns round, speed and all. */
  readonly turnsRound?: boolean;
  readonly pose?: string;
}

/** A channel that was set going to a target, and the piece of motion that takes it there. */
export interface StartedChannel {
  readonly driven: Driven;
  readonly piece: Piece;
  /** Whether it was on its way to somewhere, and its speed then, per s; of the first component. */
  readonly interrupted: boolean;
  readonly before: number;
}

/** What a response is about to do. */
export interface Plan {
  readonly sendings: readonly ChannelTarget[];
  /** Called once it is done. */
  readonly onStart?: (answers: Answers) => void;
  /** A part that is under way and only goes on. */
  readonly continues?: boolean;
}

/** What the parts of the engine and what is played are given of it. */
export interface Answers {
  /** Does something at a time. */
  put(time: number, run: () => void): void;
  /** Has the responses answer that are meant. */
  answer(time: number, isMeant: (response: LiveResponse) => boolean): void;
}
