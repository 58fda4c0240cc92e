import {
  type Freeze,
  type Group,
  type SequenceItem,
  type Tether,
  type Tween,
  tweenLength,
} from "../study/index.ts";
import { isBuiltAlike, sameFreezes, sameIterations, sameNumbers } from "./alike.ts";
import { DirtyQueue } from "./dirtyQueue.ts";
import {
  beginningOf,
  type Level,
  type Placed,
  type PlacedSource,
  rateOf,
  type TimelineSource,
} from "./placed.ts";
import { staggerOffsets } from "./stagger.ts";
import {
  activeLength,
  freezesFor,
  type Iterations,
  iterationsOf,
  type PlacedFreeze,
  presentTime,
  withinTime,
} from "./timing.ts";

/** The quantities of the graph: when an item starts, how long it lasts, which freezes its inside has. */
const START = 0;
const LENGTH = 1;
const STOPS = 2;
const KINDS = 3;

/** States of a quantity while the graph is evaluated. */
const UNKNOWN = 0;
const OPEN = 1;
const KNOWN = 2;

const NO_FREEZES: readonly PlacedFreeze[] = [];
const NO_OFFSETS: readonly number[] = [];

/**
 * The dependency graph of a sequence. Every item has a start and a length, every level (the whole sequence, or the
 * inside of a group) a list of freezes; each of these quantities depends on others: a start on the start and end of
 * what the item is tethered to and on every group between the two, the length of a group on its members, the freezes
 * of a level on the starts of its freeze items.
 *
 * Quantities are evaluated when they are asked for, each once, after those it depends on. `update` takes another
 * state of the same sequence and evaluates again only what depends on what changed, in topological order, and stops
 * where a quantity came out as it was.
 */
export class Graph implements PlacedSource {
  readonly size: number;
  /** Ids of the items of the last cycle that was found, in order. */
  #cycle: readonly string[] = [];
  /** Everything is evaluated, in order. */
  #isComplete = false;
  #isPlaced = false;
  /** Items in preorder: each group before its members. */
  readonly #items: SequenceItem[] = [];
  /** Index of the group an item stands in; −1 at the top. */
  readonly #parent: number[] = [];
  /** The index after the last item within a group; for others after themselves. */
  readonly #after: number[] = [];
  readonly #disabled: boolean[] = [];
  /** The indices of the items at the top. */
  readonly #top: readonly number[];
  readonly #index = new Map<string, number>();
  readonly #start: Float64Array;
  readonly #length: Float64Array;
  readonly #whole: Float64Array;
  readonly #shown: Float64Array;
  readonly #iterations: (Iterations | undefined)[];
  readonly #offsets: (readonly number[])[];
  /** The freezes within each group, in order of time; those of the whole sequence last. */
  readonly #freezes: (readonly PlacedFreeze[])[];
  readonly #state: Uint8Array;
  /** Quantities in the order in which they became known: a topological order. */
  readonly #order: number[] = [];
  readonly #inCycle = new Set<number>();
  readonly #placed: (Placed | undefined)[];
  readonly #levels: (Level | undefined)[];
  /** The tween each key is in, by index; made when the first tether to a key asks. */
  #keys: Map<string, number> | undefined;
  #markers: ReadonlyMap<string, number> | undefined;
  #dependents: Dependents | undefined;

  constructor(private source: TimelineSource) {
    this.#enter(source.sequence, -1, false);
    const size = this.#items.length;
    this.size = size;
    this.#top = this.membersOf(-1);
    this.#start = new Float64Array(size);
    this.#length = new Float64Array(size);
    this.#whole = new Float64Array(size);
    this.#shown = new Float64Array(size);
    this.#iterations = new Array(size).fill(undefined);
    this.#offsets = new Array(size).fill(NO_OFFSETS);
    this.#freezes = new Array(size + 1).fill(NO_FREEZES);
    this.#state = new Uint8Array((size + 1) * KINDS);
    this.#placed = new Array(size).fill(undefined);
    this.#levels = new Array(size + 1).fill(undefined);
  }

  #enter(items: readonly SequenceItem[], parent: number, disabled: boolean): void {
    for (const item of items) {
      const index = this.#items.push(item) - 1;
      const off = disabled || item.disabled === true;
      this.#parent.push(parent);
      this.#disabled.push(off);
      this.#after.push(index + 1);
      this.#index.set(item.id, index);
      if (item.type !== "group") continue;
      this.#enter(item.items, index, off);
      this.#after[index] = this.#items.length;
    }
  }

  get loop(): readonly string[] {
    this.#evaluateAll();
    return this.#cycle;
  }

  get root(): Level {
    return this.#levelOf(this.size);
  }

  indexOf(id: string): number | undefined {
    return this.#index.get(id);
  }

  idAt(index: number): string {
    return this.#item(index).id;
  }

  /** The indices of an item's direct members; for −1 of those at the top. */
  membersOf(index: number): readonly number[] {
    if (index < 0 && this.#top) return this.#top;
    const members: number[] = [];
    const end = index < 0 ? this.size : (this.#after[index] as number);
    for (let i = index + 1; i < end; i = this.#after[i] as number) members.push(i);
    return members;
  }

  #item(index: number): SequenceItem {
    return this.#items[index] as SequenceItem;
  }

  // What is placed.

  placedAt(index: number): Placed {
    const known = this.#placed[index];
    if (known) return known;
    this.#ask(index * KINDS + START);
    this.#ask(index * KINDS + LENGTH);
    return this.#place(index, this.#levelOf(this.#parent[index] as number), undefined);
  }

  /** The level inside a group; of the whole sequence for the last index or −1. */
  #levelOf(group: number): Level {
    const at = group < 0 ? this.size : group;
    if (at < this.size) return this.placedAt(at).inside as Level;
    let level = this.#levels[at];
    if (!level) {
      this.#ask(at * KINDS + STOPS);
      level = { group: null, freezes: this.#freezes[at] as readonly PlacedFreeze[] };
      this.#levels[at] = level;
    }
    return level;
  }

  /** Makes an item's `Placed` from its quantities, or takes over the one it had where nothing differs. */
  #place(index: number, level: Level, before: Placed | undefined): Placed {
    const item = this.#item(index);
    const isGroup = item.type === "group";
    if (isGroup) this.#ask(index * KINDS + STOPS);
    const freezes = this.#freezes[index] as readonly PlacedFreeze[];
    const iterations = this.#iterations[index];
    const offsets = this.#offsets[index] as readonly number[];
    if (
      before &&
      before.item === item &&
      before.level === level &&
      before.start === this.#start[index] &&
      before.length === this.#length[index] &&
      before.whole === this.#whole[index] &&
      before.shown === this.#shown[index] &&
      before.disabled === this.#disabled[index] &&
      sameIterations(before.iterations, iterations) &&
      sameNumbers(before.offsets, offsets) &&
      (!isGroup || sameFreezes(before.inside?.freezes, freezes))
    ) {
      this.#placed[index] = before;
      return before;
    }
    const placed: Placed & { inside: Level | undefined } = {
      item,
      level,
      inside: undefined,
      start: this.#start[index] as number,
      length: this.#length[index] as number,
      whole: this.#whole[index] as number,
      shown: this.#shown[index] as number,
      iterations,
      offsets,
      disabled: this.#disabled[index] as boolean,
    };
    if (isGroup) placed.inside = { group: placed, freezes };
    this.#placed[index] = placed;
    return placed;
  }

  /**
   * Every item placed, in order: a list that later updates change. `before` are items of an earlier graph, which are
   * taken over where nothing differs.
   */
  placeAll(before?: {
    readonly root: Level;
    get(id: string): Placed | undefined;
  }): readonly Placed[] {
    if (!this.#isPlaced) {
      this.#isPlaced = true;
      this.#evaluateAll();
      const freezes = this.#freezes[this.size] as readonly PlacedFreeze[];
      const isSame = before !== undefined && sameFreezes(before.root.freezes, freezes);
      const root = isSame ? before.root : this.#levelOf(-1);
      this.#levels[this.size] = root;
      for (let i = 0; i < this.size; i++) {
        const parent = this.#parent[i] as number;
        const level = parent < 0 ? root : (this.#placed[parent]?.inside as Level);
        this.#place(i, level, before?.get(this.idAt(i)));
      }
    }
    return this.#placed as readonly Placed[];
  }

  // Evaluation.

  #ask(quantity: number): void {
    this.#evaluate(quantity);
    // Which item of a cycle starts at 0 depends on where one begins: with the first item, always.
    if (this.#cycle.length > 0 && !this.#isComplete) this.#evaluateAll();
  }

  #evaluateAll(): void {
    if (this.#isComplete) return;
    if (this.#cycle.length > 0) {
      this.#cycle = [];
      this.#inCycle.clear();
      this.#order.length = 0;
      this.#state.fill(UNKNOWN);
    }
    this.#isComplete = true;
    for (let i = 0; i < this.size; i++) {
      this.#evaluate(i * KINDS + START);
      this.#evaluate(i * KINDS + LENGTH);
    }
    this.#evaluate(this.size * KINDS + STOPS);
  }

  /** Evaluates a quantity after all it depends on; with a list of what is open, so that no chain is too deep. */
  #evaluate(first: number): void {
    const state = this.#state;
    if (state[first] === KNOWN) return;
    if (this.#isSimple(first) || this.#isReady(first)) {
      this.#settle(first);
      return;
    }
    const open: { readonly quantity: number; readonly needs: readonly number[]; next: number }[] =
      [];
    const push = (quantity: number) => {
      state[quantity] = OPEN;
      open.push({ quantity, needs: this.#needsOf(quantity), next: 0 });
    };
    push(first);
    for (let top = open.at(-1); top; top = open.at(-1)) {
      const need = top.needs[top.next];
      if (need === undefined) {
        this.#settle(top.quantity);
        open.pop();
        continue;
      }
      top.next++;
      if (state[need] === KNOWN) continue;
      if (state[need] === OPEN) {
        const from = open.findIndex(({ quantity }) => quantity === need);
        this.#enterCycle(open.slice(from).map(({ quantity }) => quantity));
      } else if (this.#isSimple(need)) this.#settle(need);
      else push(need);
    }
  }

  /** Whether a quantity depends on no other: nearly all lengths, and starts that are offsets. */
  #isSimple(quantity: number): boolean {
    const kind = quantity % KINDS;
    if (kind === STOPS) return false;
    const item = this.#item((quantity - kind) / KINDS);
    return kind === START ? item.tether.to === "start" : item.type !== "group";
  }

  /** Whether a start waits for nothing more: its anchor is at its side and known, as it is for nearly all. */
  #isReady(quantity: number): boolean {
    if (quantity % KINDS !== START) return false;
    const index = quantity / KINDS;
    const { tether } = this.#item(index);
    if (tether.to !== "item") return false;
    const anchor = this.#index.get(tether.id);
    if (anchor === undefined || this.#parent[anchor] !== this.#parent[index]) return false;
    if (this.#state[anchor * KINDS + START] !== KNOWN) return false;
    return tether.edge === "start" || this.#state[anchor * KINDS + LENGTH] === KNOWN;
  }

  /** The items of a cycle start at 0. */
  #enterCycle(quantities: readonly number[]): void {
    const ids = quantities.flatMap((quantity) => {
      const index = Math.floor(quantity / KINDS);
      if (quantity % KINDS === START) this.#inCycle.add(index);
      // The freezes of a level are no item.
      return quantity % KINDS === STOPS ? [] : [this.idAt(index)];
    });
    this.#cycle = [...new Set(ids)];
  }

  #needsOf(quantity: number): readonly number[] {
    const kind = quantity % KINDS;
    const index = (quantity - kind) / KINDS;
    if (kind === START) return this.#needsOfStart(index);
    if (kind === STOPS)
      return this.#membersIn(index)
        .filter((member) => this.#item(member).type === "freeze")
        .map((member) => member * KINDS + START);
    if (this.#item(index).type !== "group") return [];
    const needs: number[] = [];
    for (const member of this.membersOf(index))
      needs.push(member * KINDS + START, member * KINDS + LENGTH);
    needs.push(index * KINDS + STOPS);
    return needs;
  }

  #membersIn(level: number): readonly number[] {
    return this.membersOf(level < this.size ? level : -1);
  }

  /** A start depends on its anchor, and on every group between the two. */
  #needsOfStart(index: number): readonly number[] {
    const { tether } = this.#item(index);
    if (tether.to === "start") return [];
    const anchor = this.#anchorOf(tether);
    if (tether.to !== "marker" && anchor < 0) return [];
    const needs: number[] = [];
    if (anchor >= 0) {
      needs.push(anchor * KINDS + START);
      if (tether.to === "item" && tether.edge === "end") needs.push(anchor * KINDS + LENGTH);
    }
    const own = this.#parent[index] as number;
    const theirs = anchor < 0 ? own : (this.#parent[anchor] as number);
    if (anchor >= 0 && own === theirs) return needs;
    const common = anchor < 0 ? -1 : this.#commonGroup(theirs, own);
    for (const from of anchor < 0 ? [own] : [theirs, own])
      for (let group = from; group !== common && group >= 0; group = this.#parent[group] as number)
        needs.push(group * KINDS + START, group * KINDS + STOPS);
    return needs;
  }

  /** The innermost group that two levels stand in; −1 for the whole sequence. */
  #commonGroup(a: number, b: number): number {
    const around = new Set<number>();
    for (let at = a; at >= 0; at = this.#parent[at] as number) around.add(at);
    for (let at = b; at >= 0; at = this.#parent[at] as number) if (around.has(at)) return at;
    return -1;
  }

  /** Index of what a tether hangs on; −1 for none, or none that exists. */
  #anchorOf(tether: Tether): number {
    if (tether.to === "item") return this.#index.get(tether.id) ?? -1;
    if (tether.to === "key") return this.#tweenOfKey(tether.id);
    return -1;
  }

  #tweenOfKey(keyId: string): number {
    if (!this.#keys) {
      this.#keys = new Map();
      for (let i = 0; i < this.size; i++) {
        const item = this.#item(i);
        if (item.type === "tween")
          for (const { keys } of item.tracks) for (const { id } of keys) this.#keys.set(id, i);
      }
    }
    return this.#keys.get(keyId) ?? -1;
  }

  /** Computes a quantity from those it depends on. Says whether it came out otherwise than before. */
  #settle(quantity: number): boolean {
    const kind = quantity % KINDS;
    const index = (quantity - kind) / KINDS;
    if (this.#state[quantity] !== KNOWN) {
      this.#state[quantity] = KNOWN;
      this.#order.push(quantity);
    }
    if (kind === START) {
      const before = this.#start[index];
      this.#start[index] = this.#computeStart(index);
      return this.#start[index] !== before;
    }
    if (kind === STOPS) {
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
    if (this.#inCycle.has(index)) return 0;
    const { tether } = this.#item(index);
    const level = this.#parent[index] as number;
    if (tether.to === "start") return tether.offset;
    let base = 0;
    if (tether.to === "marker") base = this.#into(level, -1, this.#markerTime(tether.id));
    else {
      const anchor = this.#anchorOf(tether);
      if (anchor >= 0) {
        const time = (this.#start[anchor] as number) + this.#anchorTime(tether, anchor);
        const theirs = this.#parent[anchor] as number;
        const common = theirs === level ? level : this.#commonGroup(theirs, level);
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
      const item = this.#item(anchor);
      return (keyTime(item as Tween, tether.id) ?? 0) - beginningOf(item);
    }
    if (tether.to !== "item" || tether.edge === "start") return 0;
    const whole = this.#whole[anchor] as number;
    return Number.isFinite(whole) ? whole : (this.#shown[anchor] as number);
  }

  /** Time of a level in one further out. */
  #outOf(level: number, to: number, time: number): number {
    let out = time;
    for (let at = level; at !== to && at >= 0; at = this.#parent[at] as number)
      out =
        (this.#start[at] as number) +
        presentTime(this.#freezes[at] as readonly PlacedFreeze[], out) /
          rateOf(this.#item(at) as Group);
    return out;
  }

  /** Time of a level in one further in. */
  #into(level: number, from: number, time: number): number {
    const way: number[] = [];
    for (let at = level; at !== from && at >= 0; at = this.#parent[at] as number) way.push(at);
    let inside = time;
    for (const at of way.reverse()) {
      const since = (inside - (this.#start[at] as number)) * rateOf(this.#item(at) as Group);
      const freezes = freezesFor(this.#freezes[at] as readonly PlacedFreeze[], undefined, 0);
      inside = withinTime([{ kind: "freezes", freezes }], since);
    }
    return inside;
  }

  #computeFreezes(level: number): readonly PlacedFreeze[] {
    const freezes: PlacedFreeze[] = [];
    for (const index of this.#membersIn(level)) {
      const item = this.#item(index);
      if (item.type !== "freeze" || this.#disabled[index]) continue;
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
    const item = this.#item(index);
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
    const fan = offsets.length > 0 ? Math.max(...offsets) : 0;
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
    for (const member of this.membersOf(index)) {
      if (this.#disabled[member] && !this.#disabled[index]) continue;
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

  // Another state of the same sequence.

  /**
   * Takes another state of the study. Says which items' `Placed` are new, by index in rising order, or undefined
   * where the sequence is built otherwise (items, groups, what is tethered to what, what is disabled), so that a
   * graph of its own has to be made. All items must have been placed before.
   */
  update(next: TimelineSource): readonly number[] | undefined {
    if (this.#cycle.length > 0) return undefined;
    const changes: ItemChange[] = [];
    const { source } = this;
    if (
      next.sequence !== source.sequence &&
      !this.#diff(source.sequence, next.sequence, -1, changes)
    )
      return undefined;
    this.#dependents ??= this.#findDependents();
    const dependents = this.#dependents;
    if (!areKeysEqual(this.#items, changes, dependents)) return undefined;
    this.source = next;
    const { dirty } = dependents;
    for (const { index, item } of changes) {
      const was = this.#item(index);
      this.#items[index] = item;
      if (was.tether !== item.tether) dirty.add(index * KINDS + START);
      dirty.add(index * KINDS + LENGTH);
      if (item.type === "freeze") dirty.add(this.#levelIndex(index) * KINDS + STOPS);
      for (const each of dependents.onKeysOf.get(index) ?? []) dirty.add(each * KINDS + START);
    }
    if (next.markers !== source.markers) {
      this.#markers = undefined;
      for (const index of dependents.onMarkers) dirty.add(index * KINDS + START);
    }
    if (next.figures !== source.figures || next.curves !== source.curves)
      for (const index of dependents.fronts) dirty.add(index * KINDS + LENGTH);
    if (next.scene.frameRate !== source.scene.frameRate)
      for (const index of dependents.freezes) {
        dirty.add(index * KINDS + LENGTH);
        dirty.add(this.#levelIndex(index) * KINDS + STOPS);
      }
    return this.#settleDirty(changes, dependents);
  }

  #levelIndex(index: number): number {
    const parent = this.#parent[index] as number;
    return parent < 0 ? this.size : parent;
  }

  /** Evaluates what is dirty in topological order, then makes what is placed anew where something differs. */
  #settleDirty(
    changes: readonly ItemChange[],
    { dirty, first, list }: Dependents,
  ): readonly number[] {
    const touched = new Set(changes.map(({ index }) => index));
    let wholeMoved = false;
    for (let quantity = dirty.next(); quantity >= 0; quantity = dirty.next()) {
      const index = Math.floor(quantity / KINDS);
      const differs = this.#settle(quantity);
      if (index === this.size) wholeMoved ||= differs;
      // What hangs on nothing of a tween may still see its iterations or its stagger.
      else if (differs || quantity % KINDS === LENGTH) touched.add(index);
      if (!differs) continue;
      const end = first[quantity + 1] as number;
      for (let i = first[quantity] as number; i < end; i++) dirty.add(list[i] as number);
    }
    if (wholeMoved) {
      this.#levels[this.size] = {
        group: null,
        freezes: this.#freezes[this.size] as readonly PlacedFreeze[],
      };
      for (let i = 0; i < this.size; i++) touched.add(i);
    }
    const anew: number[] = [];
    const order = touched.size > 1 ? [...touched].sort((a, b) => a - b) : [...touched];
    let renewed = -1;
    const renew = (index: number) => {
      const before = this.#placed[index];
      const placed = this.#place(index, this.#levelOf(this.#parent[index] as number), before);
      if (placed === before) return;
      anew.push(index);
      // Everything within a group refers to it.
      if (placed.inside) for (const member of this.membersOf(index)) renew(member);
    };
    for (const index of order) {
      if (index <= renewed) continue;
      const count = anew.length;
      renew(index);
      if (anew.length > count && this.#item(index).type === "group")
        renewed = (this.#after[index] as number) - 1;
    }
    return anew;
  }

  /**
   * Collects the items that differ between two states of a level, in order; false where it is built otherwise. The two
   * lists are compared first: of thousands of items, next to none differ.
   */
  #diff(
    was: readonly SequenceItem[],
    now: readonly SequenceItem[],
    group: number,
    changes: ItemChange[],
  ): boolean {
    const count = now.length;
    if (was.length !== count) return false;
    let members: readonly number[] | undefined;
    for (let i = 0; i < count; i++) {
      const [before, item] = [was[i] as SequenceItem, now[i] as SequenceItem];
      if (before === item) continue;
      if (!isBuiltAlike(before, item)) return false;
      members ??= group < 0 ? this.#top : this.membersOf(group);
      const index = members[i] as number;
      changes.push({ index, item });
      if (item.type === "group" && before.type === "group")
        if (!this.#diff(before.items, item.items, index, changes)) return false;
    }
    return true;
  }

  #findDependents(): Dependents {
    const count = (this.size + 1) * KINDS;
    const rank = new Int32Array(count);
    this.#order.forEach((quantity, i) => {
      rank[quantity] = i;
    });
    const needs = this.#order.map((quantity) =>
      this.#isSimple(quantity) ? [] : this.#needsOf(quantity),
    );
    const first = new Int32Array(count + 1);
    for (const list of needs)
      for (const need of list) first[need + 1] = (first[need + 1] as number) + 1;
    for (let i = 0; i < count; i++) first[i + 1] = (first[i + 1] as number) + (first[i] as number);
    const list = new Int32Array(first[count] as number);
    const filled = Int32Array.from(first);
    this.#order.forEach((quantity, i) => {
      for (const need of needs[i] as readonly number[]) {
        list[filled[need] as number] = quantity;
        filled[need] = (filled[need] as number) + 1;
      }
    });
    const onKeysOf = new Map<number, number[]>();
    const [onMarkers, fronts, freezes]: [number[], number[], number[]] = [[], [], []];
    this.#items.forEach((item, index) => {
      const { tether } = item;
      if (tether.to === "marker") onMarkers.push(index);
      if (tether.to === "key") {
        const anchor = this.#anchorOf(tether);
        if (anchor >= 0) onKeysOf.set(anchor, [...(onKeysOf.get(anchor) ?? []), index]);
      }
      if (item.type === "tween" && item.stagger?.order === "front") fronts.push(index);
      if (item.type === "freeze") freezes.push(index);
    });
    return { dirty: new DirtyQueue(rank), first, list, onKeysOf, onMarkers, fronts, freezes };
  }
}

/** An item that another state of a sequence has in the place of one that stood there. */
interface ItemChange {
  readonly index: number;
  readonly item: SequenceItem;
}

/** Who depends on what; made at the first update. */
interface Dependents {
  readonly dirty: DirtyQueue;
  /** The quantities that depend on quantity q are `list[first[q]]` to `list[first[q + 1] - 1]`. */
  readonly first: Int32Array;
  readonly list: Int32Array;
  /** Items tethered to keys of a tween, by the tween's index. */
  readonly onKeysOf: ReadonlyMap<number, readonly number[]>;
  readonly onMarkers: readonly number[];
  /** Tweens staggered by a front: these read the figures' places and a curve. */
  readonly fronts: readonly number[];
  readonly freezes: readonly number[];
}

/** Whether the keys that something is tethered to are still in the tweens they were in. */
function areKeysEqual(
  items: readonly SequenceItem[],
  changes: readonly ItemChange[],
  { onKeysOf }: Dependents,
): boolean {
  for (const { index, item } of changes)
    for (const each of onKeysOf.get(index) ?? []) {
      const { tether } = items[each] as SequenceItem;
      if (tether.to === "key" && keyTime(item as Tween, tether.id) === undefined) return false;
    }
  return true;
}

function keyTime({ tracks }: Tween, keyId: string): number | undefined {
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
