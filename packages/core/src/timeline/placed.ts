import type { Group, SequenceItem, Study } from "../study/index.ts";
import {
  freezesFor,
  type Iterations,
  isBackward,
  type PlacedFreeze,
  presentTime,
  type TimeLink,
} from "./timing.ts";

/** One level of the sequence: the whole of it, or the inside of a group. */
export interface Level {
  /** null for the whole. */
  readonly group: Placed | null;
  /** In order of time. */
  readonly freezes: readonly PlacedFreeze[];
}

/** An item of the sequence, placed in time. */
export interface Placed {
  readonly item: SequenceItem;
  readonly level: Level;
  /** The level it opens; undefined for all but groups. */
  readonly inside: Level | undefined;
  /** Start in its level's time, ms, not counting the delays of freezes. */
  readonly start: number;
  /** Duration of one iteration, ms; of a staggered tween for one figure. */
  readonly length: number;
  /** From its start to the end of the last iteration of its last figure, ms; Infinity for endless. */
  readonly whole: number;
  /** The same with one round of an endless repetition: the length that a timeline shows. */
  readonly shown: number;
  readonly iterations: Iterations | undefined;
  /** How much later each figure of a staggered tween starts, ms; empty without a stagger. */
  readonly offsets: readonly number[];
  /** It, or a group it stands in, is not played. */
  readonly disabled: boolean;
}

/** The part of a study that decides when its items play. */
export type TimelineSource = Pick<Study, "sequence" | "markers" | "figures" | "curves" | "scene">;

/** Placed items, computed on demand. */
export interface Placer {
  readonly size: number;
  readonly root: Level;
  readonly loop: readonly string[];
  indexOf(id: string): number | undefined;
  idAt(index: number): string;
  placedAt(index: number): Placed;
  /** The indices of an item's direct members; for −1 of those at the top. */
  membersOf(index: number): readonly number[];
}

/** Local time at which an item starts: 0, or the start of a tween's clip. */
export function beginningOf(item: SequenceItem): number {
  return item.type === "tween" ? (item.clip?.from ?? 0) : 0;
}

/** Playback rate of a group; values that are not above 0 count as 1. */
export function rateOf({ rate }: Group): number {
  return rate !== undefined && rate > 0 ? rate : 1;
}

/**
 * The links from the study's time to an item's own. Groups that only stand somewhere are no links: their starts
 * are added up, so that a sequence means the same to the last bit with and without them.
 */
export function linksInto(placed: Placed, figure?: string, offset = 0): readonly TimeLink[] {
  const path: Placed[] = [placed];
  for (let group = placed.level.group; group; group = group.level.group) path.unshift(group);
  const links: TimeLink[] = [];
  let origin = 0;
  for (const each of path) {
    const isOwn = each === placed;
    const freezes = each.level.freezes;
    if (freezes.length > 0) {
      const affecting = freezesFor(freezes, figure, each.start + (isOwn ? offset : 0));
      if (affecting.length > 0) {
        if (origin !== 0) links.push({ kind: "play", origin, rate: 1 });
        origin = 0;
        links.push({ kind: "freezes", freezes: affecting });
      }
    }
    origin += each.start;
    if (isOwn) break;
    const rate = rateOf(each.item as Group);
    if (rate === 1 && !each.iterations) continue;
    links.push({
      kind: "play",
      origin,
      rate,
      ...(each.iterations ? { iterations: each.iterations } : {}),
    });
    origin = 0;
  }
  // Key times count from the origin, which lies before the start of a tween whose clip leaves out its beginning.
  const cut = placed.item.type === "tween" ? (placed.item.clip?.from ?? 0) : 0;
  links.push({ kind: "play", origin: origin + offset - cut, rate: 1 });
  return links;
}

/** An interval of the study's time, ms; `to` may be Infinity. */
export interface PlayedSpan {
  readonly from: number;
  readonly to: number;
}

/**
 * The interval of the study's time in which a part of an item plays, in the first iteration of every group around it; in
 * a group whose first iteration runs backwards it lies mirrored. `from` and `to` count from the item's start in its
 * level's time; by default they cover the item's shown length.
 */
export function playedSpan(placed: Placed, from = 0, to: number = placed.shown): PlayedSpan {
  let [low, high] = [placed.start + from, placed.start + to];
  let level = placed.level;
  for (;;) {
    [low, high] = [presentTime(level.freezes, low), presentTime(level.freezes, high, high > low)];
    const { group } = level;
    if (!group) return { from: low, to: high };
    if (group.iterations && isBackward(group.iterations.direction, 0))
      [low, high] = [group.length - high, group.length - low];
    const rate = rateOf(group.item as Group);
    [low, high] = [group.start + low / rate, group.start + high / rate];
    level = group.level;
  }
}
