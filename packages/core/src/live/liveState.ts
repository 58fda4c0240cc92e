import { isSpring } from "../curve/index.ts";
import {
  type CompiledFollower,
  compileStudy,
  curveSource,
  followerMap,
  type Motion,
} from "../motion/index.ts";
import {
  type AimChannel,
  type ChannelId,
  channelOf,
  findChannel,
  followsLever,
  type Lever,
  type LeverSource,
  type LiveEvent,
  type LiveResponse,
  NO_LIVE,
  type Pose,
  restValue,
  type Study,
  type Transition,
} from "../study/index.ts";
import { angleDelta, printShownColor, readColor, writeShownColor } from "../value/index.ts";
import { aimed, cornerInScene, pivotInScene } from "./aim.ts";
import { decayOf } from "./decayOf.ts";
import { AT_ONCE, type Decay, lagDecay } from "./kernel/decay.ts";
import { directionTo } from "./kernel/direction.ts";
import { followed } from "./kernel/followed.ts";
import { growing } from "./kernel/growing.ts";
import { type Goal, LiveChannel, stillGoal } from "./kernel/liveChannel.ts";
import { LiveLever } from "./kernel/liveLever.ts";
import type { LogEntry } from "./kernel/logEntry.ts";
import { switchedDecay } from "./kernel/switched.ts";
import { aimAtPointer, goBy, goToNext, goToPose, isIn, setPose } from "./kernel/thens.ts";
import type { Driven, Pointer, PosedChannel, StartedChannel, World } from "./kernel/world.ts";
import { Played } from "./played.ts";

/** The smallest differences that are seen, by the unit of a channel. */
const STEPS: Readonly<Record<string, number>> = { px: 0.01, "°": 0.005, "%": 0.01, "": 0.0002 };

/** A channel of a figure that is driven live. */
interface DrivenChannel extends Driven {
  readonly index: number;
  readonly id: ChannelId;
}

/** Where everything of a study is over time: its channels, levers and what follows them. */
export class LiveState implements World {
  readonly motion: Motion;
  readonly levers = new Map<string, LiveLever>();
  readonly curves: ReturnType<typeof curveSource>;
  /** The pose of a study of which nothing was ever played. */
  readonly rest: Float64Array;
  private readonly poses = new Map<string, Pose>();
  readonly driven = new Map<number, DrivenChannel>();
  readonly responses: readonly LiveResponse[];
  readonly log: LogEntry[] = [];
  readonly thens: World["thens"];
  private readonly scratch: Float64Array;
  private readonly followers: readonly { readonly at: CompiledFollower; readonly goal: Goal }[];

  constructor(readonly study: Study) {
    const live = study.live ?? NO_LIVE;
    this.motion = compileStudy(study);
    this.curves = curveSource(study.curves);
    for (const pose of live.poses) this.poses.set(pose.id, pose);
    for (const lever of live.levers)
      this.levers.set(lever.id, new LiveLever(lever, leverDecay(lever)));
    this.responses = live.responses.filter(({ disabled }) => disabled !== true);
    this.scratch = new Float64Array(this.motion.slotCount);
    const played = new Played(
      this.motion,
      (figure, id) => this.channel(figure, id),
      (time, { name, sound, volume }) =>
        this.log.push({
          ...{ kind: "cue", time, cue: name },
          ...(sound === undefined ? {} : { sound }),
          ...(volume === undefined ? {} : { volume }),
        }),
    );
    this.thens = {
      ...{ pose: goToPose, set: setPose, next: goToNext, aim: aimAtPointer, by: goBy },
      play: (_, then, response, time) => played.play(then, response, time),
      seek: (_, then, __, time) => played.seek(then, time),
    };
    this.rest = restPose(study, this.motion);
    this.followers = this.motion.followers.map((at) => ({ at, goal: this.followed(at) }));
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

  isIn = isIn;

  get size(): [number, number] {
    return [this.study.scene.width, this.study.scene.height];
  }

  channel(figure: string, id: ChannelId): DrivenChannel | undefined {
    const index = this.motion.figureIndex(figure);
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
    const made: DrivenChannel = {
      ...{ slot, index, id, pose: null, scale: unit === "" ? 100 : 1 },
      ...(kind === "angle" ? { turn: angleDelta } : {}),
      ...(kind === "switch" ? { hold: switchedDecay } : {}),
      channel: new LiveChannel(base, count, stepOf(unit)),
    };
    this.driven.set(slot, made);
    return made;
  }

  /** What asking says, without channels that are driven from then on because somebody asked. */
  unchanged<T>(ask: () => T): T {
    const known = new Set(this.driven.keys());
    const said = ask();
    for (const slot of [...this.driven.keys()]) if (!known.has(slot)) this.driven.delete(slot);
    return said;
  }

  private restColor(index: number): readonly number[] {
    const figure = this.study.figures[index];
    const text = figure ? String(restValue(figure, "color")) : "#000";
    return readColor(text, "oklab") ?? [0, 0, 0, 1];
  }

  /** The values a channel has, in the components in which it goes on. */
  startOf({ slot, channel }: Driven, time: number): readonly number[] {
    const { index } = this.driven.get(slot) as DrivenChannel;
    if (channel.count === 1) return [channel.value(time)];
    const goal = channel.pieceAt(time)?.goal;
    if (!goal?.shown) return Array.from({ length: 4 }, (_, c) => channel.value(time, c));
    goal.shown(time, SHOWN, 0);
    return readColor(printShownColor(SHOWN, 0), "oklab") ?? this.restColor(index);
  }

  channelsOfPose(id: string): PosedChannel[] {
    return Object.entries(this.poses.get(id)?.values ?? {}).flatMap(([figure, channels]) =>
      Object.entries(channels).flatMap(([channel, value]) => {
        const driven = findChannel(channel)
          ? this.channel(figure, channel as ChannelId)
          : undefined;
        if (!driven || value === undefined) return [];
        const values =
          driven.id === "color"
            ? (readColor(String(value), "oklab") ?? this.restColor(driven.index))
            : [Number(value)];
        return [{ driven, values }];
      }),
    );
  }

  aimed(time: number, figure: string, id: AimChannel, pointer: Pointer): number | undefined {
    const index = this.motion.figureIndex(figure);
    if (index < 0) return undefined;
    return aimed(this.motion, this.write(time, this.scratch), index, id, pointer);
  }

  shareOf = growing;

  decayOf(how: Transition, share: number): Decay {
    return decayOf(this.curves.of({ curve: how.curve }).curve, (how.duration * share) / 1000);
  }

  note(
    kind: LogEntry["kind"],
    time: number,
    what: string | LiveEvent,
    channels: readonly StartedChannel[] = [],
    arrives = time,
  ): void {
    if (typeof what !== "string") this.log.push({ kind: "event", time, event: what });
    else if (kind !== "begun") this.log.push({ kind: kind as "arrived", time, response: what });
    else
      this.log.push({
        ...{ kind, time, response: what, arrives },
        channels: channels.map(({ driven: { slot, channel }, piece, interrupted, before }) => ({
          ...{ slot, count: channel.count, piece, interrupted, before },
          after: channel.rate(time),
          from: channel.value(time),
          target: piece.goal.value(piece.end, 0),
        })),
      });
  }

  chain(figure: string | null): (string | null)[] {
    const chain: (string | null)[] = [];
    for (let id = figure; id !== null && chain.length < 64; ) {
      chain.push(id);
      id = this.motion.study.figures[this.motion.figureIndex(id)]?.parent ?? null;
    }
    chain.push(null);
    return chain;
  }

  pointerValue(time: number, of: LeverSource, { x, y }: Pointer): number | undefined {
    switch (of.kind) {
      case "pointer-x":
      case "pointer-y": {
        const corner = of.figure === null ? [0, 0] : this.cornerOf(of.figure);
        if (!corner) return undefined;
        return of.kind === "pointer-x" ? x - (corner[0] as number) : y - (corner[1] as number);
      }
      case "distance":
      case "angle": {
        const index = this.motion.figureIndex(of.figure);
        if (index < 0) return undefined;
        const pose = this.write(time, this.scratch);
        const [px, py] = pivotInScene(this.motion, pose, index);
        return of.kind === "distance" ? Math.hypot(x - px, y - py) : directionTo(x - px, y - py);
      }
      default:
        return undefined;
    }
  }

  /** The upper left corner of a figure as it stands at rest, unturned, px; undefined for none. */
  cornerOf(figure: string): [number, number] | undefined {
    const index = this.motion.figureIndex(figure);
    if (index < 0) return undefined;
    return cornerInScene(this.motion, this.rest, index);
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

  private followed({ follower }: CompiledFollower): Goal {
    const { source, of, lag = 0 } = follower;
    const map = followerMap(follower, this.curves.of(follower).compiled);
    if (followsLever(source)) {
      const lever = this.levers.get(source.lever)?.channel;
      const value = (t: number) => lever?.value(t) ?? Number.NaN;
      return followed(of, lag, map, value, (t) => lever?.rate(t) ?? 0);
    }
    const slot = this.motion.slot(this.motion.figureIndex(source.figure), source.channel);
    return followed(
      ...([of, lag, map] as const),
      (t) => this.valueOf(slot, t),
      (t) => this.rateOf(slot, t),
    );
  }
}

/** How a lever follows what it is given. */
function leverDecay({ lag = 0, spring }: Lever): Decay {
  if (spring && isSpring(spring)) return decayOf(spring, 0);
  return lag > 0 ? lagDecay(lag / 1000) : AT_ONCE;
}

/** The smallest difference that is seen of a channel with a unit. */
export const stepOf = (unit: string): number => STEPS[unit] ?? 0.001;

const SHOWN = new Float64Array(4);

/** The pose of a study of which nothing was ever played. */
function restPose(study: Study, motion: Motion): Float64Array {
  const still = compileStudy({ ...study, sequence: [] });
  return still.at(0, new Float64Array(motion.slotCount));
}
