import type { CompiledCurve } from "../../curve/index.ts";
import {
  type ChannelId,
  channelOf,
  type Follower,
  findLever,
  followsLever,
  leverStart,
  type Study,
} from "../../study/index.ts";
import { contentTime, freezesFor, type Placements, shownThrough } from "../../timeline/index.ts";
import type { CurveSource } from "../compile/curveSource.ts";
import { slotIn } from "../compile/poses.ts";
import { type FollowerMap, followerMap } from "./followerMap.ts";

/** A follower made ready. */
export interface CompiledFollower {
  readonly follower: Follower;
  readonly figureIndex: number;
  readonly slot: number;
  /** Its value at a time of the study. */
  readonly value: (t: number) => number;
}

/** What is asked of channels that tweens drive, by their slots in a pose buffer. */
export interface TweenedChannels {
  readonly indexOf: (figureId: string) => number;
  readonly value: (slot: number, t: number) => number;
  /** Units per second. */
  readonly velocity: (slot: number, t: number) => number;
}

/** How long before a freeze a speed is measured, ms: inside of the freeze it is 0. */
const SPEED_LEAD = 1e-3;

/**
 * Half the width over which the rate of a speed is measured, ms. A power of two, as are the places it is asked at, so
 * that a step forth and one back lead to the very time where one began: along a chain of followers of speed the same
 * few times are asked again and again, and what is known of them is kept.
 */
const SLOPE_STEP = 2 ** -4;
const TIME_GRID = 2 ** 30;
/** Values of a follower of speed that are kept; a chain of n of them asks for 2n + 1 times around one. */
const MOST_KEPT = 256;

/** The followers of a study, each after what it follows. */
export class Followers {
  readonly list: readonly CompiledFollower[];
  private readonly bySlot = new Map<number, ReadyFollower>();

  /**
   * Those that follow nothing, or each other in a cycle, are left out: `checkStudy` names them. Of two for one channel
   * the later counts.
   */
  constructor(
    readonly study: Study,
    private readonly placements: Placements,
    private readonly curves: CurveSource,
    private readonly tweened: TweenedChannels,
  ) {
    const byChannel = new Map<string, Follower>();
    const nameOf = (figure: string, channel: ChannelId) => `${figure} ${channel}`;
    for (const follower of study.followers)
      byChannel.set(nameOf(follower.figure, follower.channel), follower);
    const done = new Set<string>();
    const order: ReadyFollower[] = [];
    for (const first of byChannel.keys()) {
      // The chain from here to what is no follower, or is known; a list, so that long chains cannot overflow.
      const chain = new Set<string>();
      let name: string | undefined = first;
      while (name !== undefined && byChannel.has(name) && !done.has(name) && !chain.has(name)) {
        chain.add(name);
        const { source } = byChannel.get(name) as Follower;
        name = followsLever(source) ? undefined : nameOf(source.figure, source.channel);
      }
      const isCycle = name !== undefined && chain.has(name);
      for (const each of [...chain].reverse()) {
        done.add(each);
        const ready = isCycle ? undefined : this.makeReady(byChannel.get(each) as Follower);
        if (!ready) continue;
        order.push(ready);
        this.bySlot.set(ready.slot, ready);
      }
    }
    this.list = order;
  }

  private makeReady(follower: Follower): ReadyFollower | undefined {
    const { source } = follower;
    const figureIndex = this.tweened.indexOf(follower.figure);
    const isColor = (id: ChannelId) => channelOf(id).kind === "color";
    let slot = -1;
    if (!followsLever(source)) {
      const sourceIndex = this.tweened.indexOf(source.figure);
      if (sourceIndex < 0 || isColor(source.channel)) return undefined;
      slot = slotIn(sourceIndex, source.channel);
    }
    if (figureIndex < 0 || isColor(follower.channel)) return undefined;
    return new ReadyFollower(
      follower,
      figureIndex,
      slot,
      this,
      this.placements,
      this.curves.of(follower).compiled,
    );
  }

  /** The value of a channel that follows; undefined for one that does not. */
  value(slot: number, t: number): number | undefined {
    return this.bySlot.get(slot)?.value(t);
  }

  /** The value of any channel, whatever drives it. */
  sourceValue(slot: number, t: number): number {
    const follower = this.bySlot.get(slot);
    return follower ? follower.value(t) : this.tweened.value(slot, t);
  }

  /** The rate of change of any channel, per second. */
  sourceVelocity(slot: number, t: number): number {
    const follower = this.bySlot.get(slot);
    return follower ? follower.velocity(t) : this.tweened.velocity(slot, t);
  }

  /** Writes the values of all followers at `t` into a pose buffer. */
  write(t: number, out: Float64Array): void {
    for (const { slot, value } of this.list) out[slot] = value(t);
  }

  /** Writes their rates of change, per second. */
  writeVelocity(t: number, out: Float64Array): void {
    for (const follower of this.bySlot.values()) out[follower.slot] = follower.velocity(t);
  }
}

function leverValue(study: Study, id: string): number {
  const lever = findLever(study, id);
  return lever ? leverStart(lever) : 0;
}

class ReadyFollower implements CompiledFollower {
  readonly slot: number;
  private readonly lag: number;
  private readonly map: FollowerMap;
  /** What a lever says, which nobody moves outside of Live; undefined for what follows a channel. */
  private readonly still: number | undefined;
  private readonly freezes: ReturnType<typeof freezesFor>;
  /** Values of a follower of speed at times that were asked. */
  private readonly known = new Map<number, number>();

  constructor(
    readonly follower: Follower,
    readonly figureIndex: number,
    private readonly source: number,
    private readonly all: Followers,
    placements: Placements,
    curve: CompiledCurve,
  ) {
    this.map = followerMap(follower, curve);
    this.still = followsLever(follower.source)
      ? leverValue(all.study, follower.source.lever)
      : undefined;
    this.slot = slotIn(figureIndex, follower.channel);
    this.lag = follower.lag ?? 0;
    this.freezes = freezesFor(placements.root.freezes, follower.figure, Number.NEGATIVE_INFINITY);
  }

  readonly value = (t: number): number => {
    const time = this.before(t);
    if (this.follower.of === "value") return this.map.value(this.sourceAt(time));
    const asked = Math.round(this.justBefore(time) * TIME_GRID) / TIME_GRID;
    const known = this.known.get(asked);
    if (known !== undefined) return known;
    const value = this.map.value(Math.abs(this.speedAt(asked)));
    if (this.known.size >= MOST_KEPT) this.known.clear();
    this.known.set(asked, value);
    return value;
  };

  /** Rate of change, per second. */
  velocity(t: number): number {
    if (this.follower.of === "value" && this.freezes.length === 0) {
      const time = this.before(t);
      const [slope, speed] = [this.map.slope(this.sourceAt(time)), this.speedAt(time)];
      // Where a curve stands upright and its source stands still, nothing moves.
      return slope === 0 || speed === 0 ? 0 : slope * speed;
    }
    const at = Math.round(t * TIME_GRID) / TIME_GRID;
    const [before, after] = [this.value(at - SLOPE_STEP), this.value(at + SLOPE_STEP)];
    return ((after - before) * 1000) / (2 * SLOPE_STEP);
  }

  private sourceAt(time: number): number {
    return this.still ?? this.all.sourceValue(this.source, time);
  }

  private speedAt(time: number): number {
    return this.still === undefined ? this.all.sourceVelocity(this.source, time) : 0;
  }

  /** The time at which the source is asked: earlier by the lag in the time that runs, so that a freeze holds it, too. */
  private before(t: number): number {
    if (this.freezes.length === 0) return t - this.lag;
    return shownThrough(this.freezes, contentTime(this.freezes, t) - this.lag);
  }

  /** While a freeze holds the source its speed is that of just before. */
  private justBefore(time: number): number {
    const isHeld = this.freezes.some(({ at }) => shownThrough(this.freezes, at) === time);
    return isHeld ? time - SPEED_LEAD : time;
  }
}
