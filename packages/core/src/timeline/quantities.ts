import { type Freeze, type Group, type Tether, type Tween, tweenLength } from "../study/index.ts";
import { extentOf } from "../value/index.ts";
import { sameFreezes, sameIterations, sameNumbers } from "./alike.ts";
import { beginningOf, type Placed, rateOf, type TimelineSource } from "./placed.ts";
import type { SequenceTree } from "./sequenceTree.ts";
import { staggerOffsets } from "./stagger.ts";
import {
  activeLength,
  contentTime,
  delaysOf,
  freezesFor,
  type Iterations,
  iterationsOf,
  type PlacedFreeze,
  presentTime,
  shownThrough,
} from "./timing.ts";

/**
 * The kinds of quantities: when an item starts, how long it lasts, which freezes a level has. Quantity `index * KINDS +
 * kind` is that of the item, or the level, with that index.
 */
export const START = 0;
export const LENGTH = 1;
export const FREEZES = 2;
export const KINDS = 3;

const NO_FREEZES: readonly PlacedFreeze[] = [];
const NO_OFFSETS: readonly number[] = [];

/**
 * The quantities of a sequence: their values, on which others each depends, and how it is computed from those. In which
 * order they are computed is the graph's business.
 */
export class Quantities {
  /** When items start, ms of their levels. */
  readonly #start: Float64Array;
  /** Lengths of one iteration, of everything, and of what is shown of something endless. */
  readonly #length: Float64Array;
  readonly #whole: Float64Array;
  readonly #shown: Float64Array;
  readonly #iterations: (Iterations | undefined)[];
  readonly #offsets: (readonly number[])[];
  /** The freezes within each group, in order of time; those of the whole sequence last. */
  readonly #freezes: (readonly PlacedFreeze[])[];
  #markers: ReadonlyMap<string, number> | undefined;

  constructor(
    private readonly tree: SequenceTree,
    private source: TimelineSource,
  ) {
    const { size } = tree;
    this.#start = new Float64Array(size);
    this.#length = new Float64Array(size);
    this.#whole = new Float64Array(size);
    this.#shown = new Float64Array(size);
    this.#iterations = new Array(size).fill(undefined);
    this.#offsets = new Array(size).fill(NO_OFFSETS);
    this.#freezes = new Array(size + 1).fill(NO_FREEZES);
  }

  /** Goes on with another state of the study, whose items the tree has taken over. */
  setSource(source: TimelineSource): void {
    if (source.markers !== this.source.markers) this.#markers = undefined;
    this.source = source;
  }

  /** What an item's `Placed` says of it, apart from where it stands. */
  timesOf(
    index: number,
  ): Pick<Placed, "start" | "length" | "whole" | "shown" | "iterations" | "offsets"> {
    return {
      start: this.#start[index] as number,
      length: this.#length[index] as number,
      whole: this.#whole[index] as number,
      shown: this.#shown[index] as number,
      iterations: this.#iterations[index],
      offsets: this.#offsets[index] as readonly number[],
    };
  }

  /** Whether an item's `Placed` says of it what is the case now. */
  isAsPlaced(index: number, placed: Placed): boolean {
    return (
      placed.start === this.#start[index] &&
      placed.length === this.#length[index] &&
      placed.whole === this.#whole[index] &&
      placed.shown === this.#shown[index] &&
      sameIterations(placed.iterations, this.#iterations[index]) &&
      sameNumbers(placed.offsets, this.#offsets[index] as readonly number[])
    );
  }

  freezesOf(level: number): readonly PlacedFreeze[] {
    return this.#freezes[level] as readonly PlacedFreeze[];
  }

  /** Whether a quantity depends on no other: nearly all lengths, and starts that are offsets. */
  isSimple(quantity: number): boolean {
    const kind = quantity % KINDS;
    if (kind === FREEZES) return false;
    const item = this.tree.itemAt((quantity - kind) / KINDS);
    return kind === START ? item.tether.to === "start" : item.type !== "group";
  }

  /** The quantities that one depends on. */
  needsOf(quantity: number): readonly number[] {
    const kind = quantity % KINDS;
    const index = (quantity - kind) / KINDS;
    if (kind === START) return this.#needsOfStart(index);
    if (kind === FREEZES)
      return this.tree
        .membersOf(index)
        .filter((member) => this.tree.itemAt(member).type === "freeze")
        .map((member) => member * KINDS + START);
    if (this.tree.itemAt(index).type !== "group") return [];
    const needs: number[] = [];
    for (const member of this.tree.membersOf(index))
      needs.push(member * KINDS + START, member * KINDS + LENGTH);
    needs.push(index * KINDS + FREEZES);
    return needs;
  }

  /** A start depends on its anchor, and on every group between the two. */
  #needsOfStart(index: number): readonly number[] {
    const { tether } = this.tree.itemAt(index);
    if (tether.to === "start") return [];
    const anchor = this.tree.anchorOf(tether);
    if (tether.to !== "marker" && anchor < 0) return [];
    const needs: number[] = [];
    if (anchor >= 0) {
      needs.push(anchor * KINDS + START);
      if (tether.to === "item" && tether.edge === "end") needs.push(anchor * KINDS + LENGTH);
    }
    const own = this.tree.parentOf(index);
    const theirs = anchor < 0 ? own : this.tree.parentOf(anchor);
    if (anchor >= 0 && own === theirs) return needs;
    const common = anchor < 0 ? -1 : this.tree.commonGroup(theirs, own);
    for (const from of anchor < 0 ? [own] : [theirs, own])
      for (let group = from; group !== common && group >= 0; group = this.tree.parentOf(group))
        needs.push(group * KINDS + START, group * KINDS + FREEZES);
    return needs;
  }

  /**
   * Computes a quantity from those it depends on. Says whether it came out otherwise than before.
   *
   * @param inCycle the item depends on itself: it starts at 0
   */
  compute(quantity: number, inCycle: boolean): boolean {
    const kind = quantity % KINDS;
    const index = (quantity - kind) / KINDS;
    if (kind === START) {
      const before = this.#start[index];
      this.#start[index] = inCycle ? 0 : this.#computeStart(index);
      return this.#start[index] !== before;
    }
    if (kind === FREEZES) {
      const before = this.#freezes[index];
      const freezes = this.#computeFreezes(index);
      if (sameFreezes(before, freezes)) return false;
      this.#freezes[index] = freezes;
      return true;
    }
    const [whole, shown] = [this.#whole[index], this.#shown[index]];
    this.#measure(index);
    return this.#whole[index] !== whole || this.#shown[index] !== shown;
  }

  #computeStart(index: number): number {
    const { tether } = this.tree.itemAt(index);
    const level = this.tree.parentOf(index);
    if (tether.to === "start") return tether.offset;
    let base = 0;
    if (tether.to === "marker") base = this.#into(level, -1, this.#markerTime(tether.id));
    else {
      const anchor = this.tree.anchorOf(tether);
      if (anchor >= 0) {
        const time = (this.#start[anchor] as number) + this.#anchorTime(tether, anchor);
        const theirs = this.tree.parentOf(anchor);
        const common = theirs === level ? level : this.tree.commonGroup(theirs, level);
        base = this.#into(level, common, this.#outOf(theirs, common, time));
      }
    }
    return base + tether.offset;
  }

  #markerTime(id: string): number {
    this.#markers ??= new Map(this.source.markers.map((marker) => [marker.id, marker.time]));
    return this.#markers.get(id) ?? 0;
  }

  /** Where in its anchor a tether hangs, ms from the anchor's start. The end of something endless is its first round's. */
  #anchorTime(tether: Tether, anchor: number): number {
    if (tether.to === "key") {
      const item = this.tree.itemAt(anchor);
      return (keyTime(item as Tween, tether.id) ?? 0) - beginningOf(item);
    }
    if (tether.to !== "item" || tether.edge === "start") return 0;
    const whole = this.#whole[anchor] as number;
    return Number.isFinite(whole) ? whole : (this.#shown[anchor] as number);
  }

  /** When an item that starts at a time of a level starts in the time of one further out. */
  #outOf(level: number, to: number, time: number): number {
    if (level === to || level < 0) return time;
    let out = presentTime(this.freezesOf(level), time);
    for (let at = level; ; ) {
      out = (this.#start[at] as number) + out / rateOf(this.tree.itemAt(at) as Group);
      const around = this.tree.parentOf(at);
      if (around === to || around < 0) return out;
      out = shownThrough(
        freezesFor(this.freezesOf(around), undefined, this.#start[at] as number),
        out,
      );
      at = around;
    }
  }

  /** The inverse: when an item of a level has to start to start at a time of one further out. */
  #into(level: number, from: number, time: number): number {
    const way: number[] = [];
    for (let at = level; at !== from && at >= 0; at = this.tree.parentOf(at)) way.unshift(at);
    let inside = time;
    way.forEach((at, i) => {
      const since = (inside - (this.#start[at] as number)) * rateOf(this.tree.itemAt(at) as Group);
      const next = way[i + 1];
      // A freeze of some figures delays a group that starts after it as a whole; of the item itself nothing has started.
      const delays =
        next === undefined
          ? delaysOf(this.freezesOf(at))
          : freezesFor(this.freezesOf(at), undefined, this.#start[next] as number);
      inside = contentTime(delays, since);
    });
    return inside;
  }

  #computeFreezes(level: number): readonly PlacedFreeze[] {
    const freezes: PlacedFreeze[] = [];
    for (const index of this.tree.membersOf(level)) {
      const item = this.tree.itemAt(index);
      if (item.type !== "freeze" || this.tree.isDisabled(index)) continue;
      const { push = true, figures } = item;
      freezes.push({
        at: this.#start[index] as number,
        length: this.#freezeLength(item),
        push,
        ...(figures ? { figures: new Set(figures) } : {}),
      });
    }
    return freezes.length === 0 ? NO_FREEZES : freezes.sort((a, b) => a.at - b.at);
  }

  #freezeLength({ frames }: Freeze): number {
    return (frames * 1000) / this.source.scene.frameRate;
  }

  #measure(index: number): void {
    const item = this.tree.itemAt(index);
    if (item.type === "tween") this.#measureTween(index, item);
    else if (item.type === "group") this.#measureGroup(index, item);
    // A freeze that pushes lasts as long as it delays what comes after it: it takes no time of its own.
    else if (item.type === "freeze" && item.push === false)
      this.#setLengths(index, 0, this.#freezeLength(item), this.#freezeLength(item));
    else if (item.type === "shake")
      this.#setLengths(index, item.duration, item.duration, item.duration);
    else this.#setLengths(index, 0, 0, 0);
  }

  #setLengths(index: number, length: number, whole: number, shown: number): void {
    this.#length[index] = length;
    this.#whole[index] = whole;
    this.#shown[index] = shown;
  }

  #measureTween(index: number, tween: Tween): void {
    const length = tweenLength(tween);
    const offsets = tween.stagger ? staggerOffsets(this.source, tween) : NO_OFFSETS;
    const fan = offsets.length > 0 ? extentOf(offsets)[1] : 0;
    const iterations = iterationsOf(tween, length);
    this.#iterations[index] = iterations;
    this.#offsets[index] = offsets;
    this.#setLengths(
      index,
      length,
      fan + (iterations ? activeLength(iterations) : length),
      fan + (iterations ? shownLength(iterations) : length),
    );
  }

  #measureGroup(index: number, group: Group): void {
    let end = Number.NEGATIVE_INFINITY;
    let endless = false;
    for (const member of this.tree.membersOf(index)) {
      if (this.tree.isDisabled(member) && !this.tree.isDisabled(index)) continue;
      endless ||= this.#whole[member] === Number.POSITIVE_INFINITY;
      end = Math.max(end, (this.#start[member] as number) + (this.#shown[member] as number));
    }
    if (end === Number.NEGATIVE_INFINITY) end = 0;
    // All members may be over before the group starts; an iteration, though, is never shorter than nothing.
    const over = presentTime(this.#freezes[index] as readonly PlacedFreeze[], end, true);
    const length = Math.max(over, 0);
    const iterations = iterationsOf(group, length);
    const rate = rateOf(group);
    const whole = iterations ? activeLength(iterations) : endless ? Number.POSITIVE_INFINITY : over;
    this.#iterations[index] = iterations;
    this.#setLengths(
      index,
      length,
      whole / rate,
      (iterations ? shownLength(iterations) : over) / rate,
    );
  }
}

/** When a key is, ms of its tween's keys; undefined if the tween has no such key. */
export function keyTime({ tracks }: Tween, keyId: string): number | undefined {
  let time: number | undefined;
  for (const { keys } of tracks) for (const key of keys) if (key.id === keyId) time = key.time;
  return time;
}

/** One round of something endless: two iterations where every second one runs backwards. */
function shownLength(iterations: Iterations): number {
  const whole = activeLength(iterations);
  if (Number.isFinite(whole)) return whole;
  const round = iterations.direction === "normal" || iterations.direction === "reverse" ? 1 : 2;
  return round * (iterations.length + iterations.pause);
}
