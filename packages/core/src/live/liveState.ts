import {
  type CompiledFollower,
  compileStudy,
  curveSource,
  type FollowerMap,
  followerMap,
  type Motion,
} from "../motion/index.ts";
import {
  type ChannelId,
  channelOf,
  findChannel,
  followsLever,
  NO_LIVE,
  type Pose,
  REST_POSE,
  restValue,
  type Study,
} from "../study/index.ts";
import { printShownColor, readColor, writeShownColor } from "../value/index.ts";
import { type Goal, LiveChannel, stillGoal } from "./liveChannel.ts";
import { LiveLever } from "./liveLever.ts";

/** The smallest differences that are seen, by the unit of a channel. */
const STEPS: Readonly<Record<string, number>> = { px: 0.01, "°": 0.005, "%": 0.01, "": 0.0002 };

/** Sent to something that is no pose. */
export const ELSEWHERE = "";

/** A channel that may be driven live. */
export interface Driven {
  readonly slot: number;
  readonly index: number;
  readonly id: ChannelId;
  readonly channel: LiveChannel;
  /** The pose it was sent to last, `ELSEWHERE` for anything else, null before the first time. */
  pose: string | null;
}

/** Where everything of a study is over time: its channels, levers and what follows them. */
export class LiveState {
  readonly motion: Motion;
  readonly levers = new Map<string, LiveLever>();
  readonly curves: ReturnType<typeof curveSource>;
  /** The pose of a study of which nothing was ever played. */
  readonly rest: Float64Array;
  private readonly poses = new Map<string, Pose>();
  private readonly driven = new Map<number, Driven>();
  private readonly followers: readonly { readonly at: CompiledFollower; readonly goal: Goal }[];

  constructor(readonly study: Study) {
    const live = study.live ?? NO_LIVE;
    this.motion = compileStudy(study);
    this.curves = curveSource(study.curves);
    for (const pose of live.poses) this.poses.set(pose.id, pose);
    for (const lever of live.levers) this.levers.set(lever.id, new LiveLever(lever));
    this.rest = restPose(study, this.motion);
    this.followers = this.motion.followers.map((at) => ({ at, goal: this.followed(at) }));
  }

  /** What drives the channel with a slot now; undefined where nothing ever did. */
  drivenAt(slot: number): Driven | undefined {
    return this.driven.get(slot);
  }

  /** Writes the pose at a time that has been reached. */
  write(t: number, out: Float64Array): Float64Array {
    out.set(this.rest);
    for (const { slot, channel, id } of this.driven.values()) {
      if (id !== "color") {
        out[slot] = channel.value(t);
        continue;
      }
      const goal = channel.pieceAt(t)?.goal ?? channel.base;
      if (goal.shown) goal.shown(t, out, slot);
      else
        writeShownColor(
          channel.value(t, 0),
          channel.value(t, 1),
          channel.value(t, 2),
          channel.value(t, 3),
          "oklab",
          out,
          slot,
        );
    }
    for (const { at, goal } of this.followers)
      if (!this.driven.has(at.slot)) out[at.slot] = goal.value(t, 0);
    return out;
  }

  /** Writes the rates of change, per s; of colors those of their OKLab components. */
  writeRates(t: number, out: Float64Array): Float64Array {
    out.fill(0);
    for (const { slot, channel } of this.driven.values())
      for (let c = 0; c < channel.count; c++) out[slot + c] = channel.rate(t, c);
    for (const { at, goal } of this.followers)
      if (!this.driven.has(at.slot)) out[at.slot] = goal.rate(t, 0);
    return out;
  }

  leverAt(id: string, t: number): number {
    return this.levers.get(id)?.channel.value(t) ?? Number.NaN;
  }

  channelAt(slot: number): LiveChannel | undefined {
    return this.driven.get(slot)?.channel;
  }

  /** Whether a channel or a lever is still on its way. */
  isMoving(t: number): boolean {
    for (const { channel } of this.driven.values()) if (channel.isBusy(t)) return true;
    for (const { channel } of this.levers.values()) if (channel.isBusy(t)) return true;
    // What follows with a lag comes later than what it follows.
    return t < this.lastMove + this.longestLag;
  }

  private get lastMove(): number {
    let last = Number.NEGATIVE_INFINITY;
    const look = ({ channel }: { readonly channel: LiveChannel }) => {
      const piece = channel.pieceAt(Number.POSITIVE_INFINITY);
      if (piece) last = Math.max(last, piece.end);
    };
    for (const driven of this.driven.values()) look(driven);
    for (const lever of this.levers.values()) look(lever);
    return last;
  }

  private get longestLag(): number {
    return this.followers.reduce((sum, { at }) => sum + (at.follower.lag ?? 0), 0);
  }

  /** The slots of all channels that were driven so far, and of those that follow something. */
  get slots(): readonly number[] {
    return [...new Set([...this.driven.keys(), ...this.followers.map(({ at }) => at.slot)])];
  }

  /** What goes to some pose now: its id, "rest" for what was never sent anywhere. */
  isIn(pose: string): boolean {
    const inRest = (driven: Driven) => driven.pose === null || driven.pose === REST_POSE;
    if (pose === REST_POSE) return [...this.driven.values()].every(inRest);
    const all = this.channelsOfPose(pose);
    return all.length > 0 && all.every(({ driven }) => driven.pose === pose);
  }

  channel(index: number, id: ChannelId): Driven | undefined {
    if (index < 0) return undefined;
    const slot = this.motion.slot(index, id);
    const known = this.driven.get(slot);
    if (known) return known;
    const { kind, unit } = channelOf(id);
    const follower = this.followers.find(({ at }) => at.slot === slot);
    const base =
      follower?.goal ??
      stillGoal(kind === "color" ? this.restColor(index) : [this.rest[slot] ?? 0]);
    const count = kind === "color" ? 4 : 1;
    const made: Driven = {
      ...{ slot, index, id, pose: null },
      channel: new LiveChannel(base, count, STEPS[unit] ?? 0.001),
    };
    this.driven.set(slot, made);
    return made;
  }

  restColor(index: number): readonly number[] {
    const figure = this.study.figures[index];
    const text = figure ? String(restValue(figure, "color")) : "#000";
    return readColor(text, "oklab") ?? [0, 0, 0, 1];
  }

  /** The values a channel has, in the components in which it goes on. */
  startOf({ channel, index, id }: Driven, time: number): readonly number[] {
    if (id !== "color") return [channel.value(time)];
    const goal = channel.pieceAt(time)?.goal;
    if (!goal?.shown) return Array.from({ length: 4 }, (_, c) => channel.value(time, c));
    goal.shown(time, SHOWN, 0);
    return readColor(printShownColor(SHOWN, 0), "oklab") ?? this.restColor(index);
  }

  /** The channels of a pose with their values; of "rest" all that were ever sent anywhere. */
  channelsOfPose(id: string): { driven: Driven; value: number | string | null }[] {
    if (id === REST_POSE)
      return [...this.driven.values()].map((driven) => ({ driven, value: null }));
    return Object.entries(this.poses.get(id)?.values ?? {}).flatMap(([figure, channels]) =>
      Object.entries(channels).flatMap(([channel, value]) => {
        const driven = findChannel(channel)
          ? this.channel(this.motion.figureIndex(figure), channel as ChannelId)
          : undefined;
        return driven && value !== undefined ? [{ driven, value }] : [];
      }),
    );
  }

  /** The value of a channel of numbers at a time that has been reached. */
  valueOf(slot: number, t: number): number {
    const driven = this.driven.get(slot);
    if (driven) return driven.channel.value(t);
    const follower = this.followers.find(({ at }) => at.slot === slot);
    return follower ? follower.goal.value(t, 0) : (this.rest[slot] as number);
  }

  /** The rate of change of a channel of numbers, per s. */
  rateOf(slot: number, t: number): number {
    const driven = this.driven.get(slot);
    if (driven) return driven.channel.rate(t);
    return this.followers.find(({ at }) => at.slot === slot)?.goal.rate(t, 0) ?? 0;
  }

  /** What a follower makes of what it follows, live. */
  private followed({ follower }: CompiledFollower): Goal {
    const { compiled } = this.curves.of(follower);
    const map: FollowerMap = followerMap(follower, compiled);
    const lag = follower.lag ?? 0;
    const { source, of } = follower;
    const read = (t: number): number => {
      if (followsLever(source)) return this.leverAt(source.lever, t);
      return this.valueOf(
        this.motion.slot(this.motion.figureIndex(source.figure), source.channel),
        t,
      );
    };
    const rate = (t: number): number => {
      if (followsLever(source)) return this.levers.get(source.lever)?.channel.rate(t) ?? 0;
      return this.rateOf(
        this.motion.slot(this.motion.figureIndex(source.figure), source.channel),
        t,
      );
    };
    const value = (t: number) =>
      of === "value" ? map.value(read(t - lag)) : map.value(Math.abs(rate(t - lag)));
    return {
      still: false,
      value,
      rate: (t) => {
        if (of === "value") return map.slope(read(t - lag)) * rate(t - lag);
        // The rate of a speed is measured, in what has happened already.
        return ((value(t) - value(t - 0.1)) * 1000) / 0.1;
      },
    };
  }
}

const SHOWN = new Float64Array(4);

/** The pose of a study of which nothing was ever played. */
function restPose(study: Study, motion: Motion): Float64Array {
  const still = compileStudy({ ...study, sequence: [] });
  return still.at(0, new Float64Array(motion.slotCount));
}
