import type { Group, SequenceItem, Study } from "../study/index.ts";
import {
  feltStops,
  isBackward,
  type Passes,
  presentTime,
  type Stop,
  type TimeLink,
} from "./timing.ts";

/** One level of the sequence: the whole of it, or the inside of a group. */
export interface Level {
  /** null for the whole. */
  readonly group: Placed | null;
  /** In order of time. */
  readonly stops: readonly Stop[];
}

/** An item of the sequence, placed in time. */
export interface Placed {
  readonly item: SequenceItem;
  readonly level: Level;
  /** The level it opens; undefined for all but groups. */
  readonly inside: Level | undefined;
  /** When it starts, ms of its level, as if the level had no stops. */
  readonly start: number;
  /** One pass, ms; of a staggered tween that of one figure. */
  readonly length: number;
  /** From its start until all passes of all its figures are over, ms; Infinity for endless. */
  readonly whole: number;
  /** The same with no more than one round of what is endless: what a timeline has to show. */
  readonly shown: number;
  readonly passes: Passes | undefined;
  /** How much later each figure of a staggered tween starts, ms; empty without a stagger. */
  readonly offsets: readonly number[];
  /** It, or a group it stands in, is not played. */
  readonly disabled: boolean;
}

/** The part of a study that decides when its items play. */
export type TimelineSource = Pick<Study, "sequence" | "markers" | "figures" | "curves" | "scene">;

/** What there is to ask of items that are placed, or can be. */
export interface PlacedSource {
  readonly size: number;
  readonly root: Level;
  readonly loop: readonly string[];
  indexOf(id: string): number | undefined;
  idAt(index: number): string;
  placedAt(index: number): Placed;
  /** The indices of an item's direct members; for −1 of those at the top. */
  membersOf(index: number): readonly number[];
}

/** With what an item begins, ms within: 0, or where the part of a tween begins that is played. */
export function beginningOf(item: SequenceItem): number {
  return item.type === "tween" ? (item.clip?.from ?? 0) : 0;
}

/** How fast time runs in a group; what is not above 0 counts as 1. */
export function rateOf({ rate }: Group): number {
  return rate !== undefined && rate > 0 ? rate : 1;
}

/**
 * The links from the study's time to an item's own. Groups that only stand somewhere are no links: their starts
 * are added up, so that a sequence means the same to the last bit with and without them.
 */
export function linksInto(placed: Placed, figure?: string, offset = 0): readonly TimeLink[] {
  const way: Placed[] = [placed];
  for (let group = placed.level.group; group; group = group.level.group) way.unshift(group);
  const links: TimeLink[] = [];
  let origin = 0;
  for (const each of way) {
    const own = each === placed;
    const stops = each.level.stops;
    if (stops.length > 0) {
      const felt = feltStops(stops, figure, each.start + (own ? offset : 0));
      if (felt.length > 0) {
        if (origin !== 0) links.push({ kind: "play", origin, rate: 1 });
        origin = 0;
        links.push({ kind: "stops", stops: felt });
      }
    }
    origin += each.start;
    if (own) break;
    const rate = rateOf(each.item as Group);
    if (rate === 1 && !each.passes) continue;
    links.push({ kind: "play", origin, rate, ...(each.passes ? { passes: each.passes } : {}) });
    origin = 0;
  }
  // The keys count from before its start where its beginning is not played.
  const cut = placed.item.type === "tween" ? (placed.item.clip?.from ?? 0) : 0;
  links.push({ kind: "play", origin: origin + offset - cut, rate: 1 });
  return links;
}

/** A stretch of time of the study, ms; `to` may be Infinity. */
export interface PlayedSpan {
  readonly from: number;
  readonly to: number;
}

/**
 * From when to when a stretch of an item is played, in the first pass of all it stands in: what stands in a group
 * that begins backwards lies mirrored. `from` and `to` count from the item's start, in its level's time; without
 * them it is one round of all of it.
 */
export function playedSpan(placed: Placed, from = 0, to: number = placed.shown): PlayedSpan {
  let [low, high] = [placed.start + from, placed.start + to];
  let level = placed.level;
  for (;;) {
    [low, high] = [presentTime(level.stops, low), presentTime(level.stops, high, high > low)];
    const { group } = level;
    if (!group) return { from: low, to: high };
    if (group.passes && isBackward(group.passes.direction, 0))
      [low, high] = [group.length - high, group.length - low];
    const rate = rateOf(group.item as Group);
    [low, high] = [group.start + low / rate, group.start + high / rate];
    level = group.level;
  }
}
