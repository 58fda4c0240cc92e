import type { CompiledCurve } from "../../curve/index.ts";
import { type ChannelId, channelOf, type Follower, type Study } from "../../study/index.ts";
import { contentTime, freezesFor, type Placements, shownThrough } from "../../timeline/index.ts";
import type { CurveSource } from "../compile/curveSource.ts";
import { slotIn } from "../compile/poses.ts";

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

/** How long before a freeze its speed is asked, ms: within it there is none. */
const JUST_BEFORE = 1e-3;

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
    study: Study,
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
        name = nameOf(source.figure, source.channel);
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
    const sourceIndex = this.tweened.indexOf(source.figure);
    const isColor = [follower.channel, source.channel].some((id) => channelOf(id).kind === "color");
    if (figureIndex < 0 || sourceIndex < 0 || isColor) return undefined;
    return new ReadyFollower(
      follower,
      figureIndex,
      slotIn(sourceIndex, source.channel),
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

class ReadyFollower implements CompiledFollower {
  readonly slot: number;
  private readonly lag: number;
  private readonly freezes: ReturnType<typeof freezesFor>;
  /** Values of a follower of speed at times that were asked. */
  private readonly known = new Map<number, number>();

  constructor(
    readonly follower: Follower,
    readonly figureIndex: number,
    private readonly source: number,
    private readonly all: Followers,
    placements: Placements,
    private readonly curve: CompiledCurve,
  ) {
    this.slot = slotIn(figureIndex, follower.channel);
    this.lag = follower.lag ?? 0;
    this.freezes = freezesFor(placements.root.freezes, follower.figure, Number.NEGATIVE_INFINITY);
  }

  readonly value = (t: number): number => {
    const time = this.before(t);
    if (this.follower.of === "value") return this.map(this.all.sourceValue(this.source, time));
    const asked = Math.round(this.justBefore(time) * TIME_GRID) / TIME_GRID;
    const known = this.known.get(asked);
    if (known !== undefined) return known;
    const value = this.map(Math.abs(this.all.sourceVelocity(this.source, asked)));
    if (this.known.size >= MOST_KEPT) this.known.clear();
    this.known.set(asked, value);
    return value;
  };

  /** Rate of change, per second. */
  velocity(t: number): number {
    if (this.follower.of === "value" && this.freezes.length === 0) {
      const time = this.before(t);
      const value = this.all.sourceValue(this.source, time);
      const [slope, speed] = [this.slope(value), this.all.sourceVelocity(this.source, time)];
      // Where a curve stands upright and its source stands still, nothing moves.
      return slope === 0 || speed === 0 ? 0 : slope * speed;
    }
    const at = Math.round(t * TIME_GRID) / TIME_GRID;
    const [before, after] = [this.value(at - SLOPE_STEP), this.value(at + SLOPE_STEP)];
    return ((after - before) * 1000) / (2 * SLOPE_STEP);
  }

  /** The time at which the source is asked: earlier by the lag in the time that runs, so that a freeze holds it, too. */
  private before(t: number): number {
    if (this.freezes.length === 0) return t - this.lag;
    return shownThrough(this.freezes, contentTime(this.freezes, t) - this.lag);
  }

  /** While a freeze holds the source its speed is that of just before. */
  private justBefore(time: number): number {
    const isHeld = this.freezes.some(({ at }) => shownThrough(this.freezes, at) === time);
    return isHeld ? time - JUST_BEFORE : time;
  }

  /** From the source's range into the follower's. */
  private map(asked: number): number {
    const { from, to } = this.follower;
    const [low, high] = to;
    // Where a curve stands upright its speed is infinite: it counts as the top of the range, never as no number.
    const p = this.progress(Number.isFinite(asked) ? asked : Math.max(from[0], from[1]));
    const isSwitch = from[0] === from[1];
    if (p < 0 || p > 1) {
      if (this.follower.clamp || isSwitch) return p < 0 ? low : high;
      return low + (high - low) * p;
    }
    return low + (high - low) * this.curve.value(p);
  }

  /** How far a value is through the source's range; in a range without width 0 before it and 1 from it on. */
  private progress(value: number): number {
    const [start, end] = this.follower.from;
    const width = end - start;
    return width === 0 ? (value >= start ? 1 : 0) : (value - start) / width;
  }

  /** How much the follower changes for a change of its source. */
  private slope(value: number): number {
    const { from, to, clamp } = this.follower;
    const width = from[1] - from[0];
    if (width === 0 || !Number.isFinite(value)) return 0;
    const p = this.progress(value);
    const scale = (to[1] - to[0]) / width;
    if (p < 0 || p > 1) return clamp ? 0 : scale;
    return scale * this.curve.slope(p);
  }
}
