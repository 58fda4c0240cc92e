import type { SequenceItem, Tween } from "../study/index.ts";
import { isBuiltAlike, sameFreezes } from "./alike.ts";
import { type Dependents, findDependents } from "./dependents.ts";
import type { Level, Placed, Placer, TimelineSource } from "./placed.ts";
import { FREEZES, KINDS, keyTime, LENGTH, Quantities, START } from "./quantities.ts";
import { SequenceTree } from "./sequenceTree.ts";

/** States of a quantity while the graph is evaluated. */
const UNKNOWN = 0;
const OPEN = 1;
const KNOWN = 2;

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
export class Graph implements Placer {
  readonly size: number;
  /** Ids of the items of the last cycle that was found, in order. */
  #cycle: readonly string[] = [];
  /** Everything is evaluated, in order. */
  #isComplete = false;
  #isPlaced = false;
  readonly #tree: SequenceTree;
  readonly #quantities: Quantities;
  readonly #state: Uint8Array;
  /** Quantities in the order in which they became known: a topological order. */
  readonly #order: number[] = [];
  readonly #inCycle = new Set<number>();
  readonly #placed: (Placed | undefined)[];
  readonly #levels: (Level | undefined)[];
  #dependents: Dependents | undefined;

  constructor(private source: TimelineSource) {
    this.#tree = new SequenceTree(source.sequence);
    this.#quantities = new Quantities(this.#tree, source);
    const { size } = this.#tree;
    this.size = size;
    this.#state = new Uint8Array((size + 1) * KINDS);
    this.#placed = new Array(size).fill(undefined);
    this.#levels = new Array(size + 1).fill(undefined);
  }

  get loop(): readonly string[] {
    this.#evaluateAll();
    return this.#cycle;
  }

  get root(): Level {
    return this.#levelOf(this.size);
  }

  indexOf(id: string): number | undefined {
    return this.#tree.indexOf(id);
  }

  idAt(index: number): string {
    return this.#tree.idAt(index);
  }

  /** The indices of an item's direct members; for −1 of those at the top. */
  membersOf(index: number): readonly number[] {
    return this.#tree.membersOf(index);
  }

  // What is placed.

  placedAt(index: number): Placed {
    const known = this.#placed[index];
    if (known) return known;
    this.#ask(index * KINDS + START);
    this.#ask(index * KINDS + LENGTH);
    return this.#place(index, this.#levelOf(this.#tree.parentOf(index)), undefined);
  }

  /** The level inside a group; of the whole sequence for the last index or −1. */
  #levelOf(group: number): Level {
    const at = group < 0 ? this.size : group;
    if (at < this.size) return this.placedAt(at).inside as Level;
    let level = this.#levels[at];
    if (!level) {
      this.#ask(at * KINDS + FREEZES);
      level = { group: null, freezes: this.#quantities.freezesOf(at) };
      this.#levels[at] = level;
    }
    return level;
  }

  /** Makes an item's `Placed` from its quantities, or takes over the one it had where nothing differs. */
  #place(index: number, level: Level, before: Placed | undefined): Placed {
    const item = this.#tree.itemAt(index);
    const isGroup = item.type === "group";
    if (isGroup) this.#ask(index * KINDS + FREEZES);
    const freezes = this.#quantities.freezesOf(index);
    if (
      before &&
      before.item === item &&
      before.level === level &&
      before.disabled === this.#tree.isDisabled(index) &&
      this.#quantities.isAsPlaced(index, before) &&
      (!isGroup || sameFreezes(before.inside?.freezes, freezes))
    ) {
      this.#placed[index] = before;
      return before;
    }
    const placed: Placed & { inside: Level | undefined } = {
      item,
      level,
      inside: undefined,
      ...this.#quantities.timesOf(index),
      disabled: this.#tree.isDisabled(index),
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
      const freezes = this.#quantities.freezesOf(this.size);
      const isSame = before !== undefined && sameFreezes(before.root.freezes, freezes);
      const root = isSame ? before.root : this.#levelOf(-1);
      this.#levels[this.size] = root;
      for (let i = 0; i < this.size; i++) {
        const parent = this.#tree.parentOf(i);
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
    this.#evaluate(this.size * KINDS + FREEZES);
  }

  /** Evaluates a quantity after all it depends on; with a list of what is open, so that no chain is too deep. */
  #evaluate(first: number): void {
    const state = this.#state;
    if (state[first] === KNOWN) return;
    if (this.#quantities.isSimple(first) || this.#isReady(first)) {
      this.#settle(first);
      return;
    }
    const open: { readonly quantity: number; readonly needs: readonly number[]; next: number }[] =
      [];
    const push = (quantity: number) => {
      state[quantity] = OPEN;
      open.push({ quantity, needs: this.#quantities.needsOf(quantity), next: 0 });
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
      } else if (this.#quantities.isSimple(need)) this.#settle(need);
      else push(need);
    }
  }

  /** Whether a start waits for nothing more: its anchor is at its side and known, as it is for nearly all. */
  #isReady(quantity: number): boolean {
    if (quantity % KINDS !== START) return false;
    const index = quantity / KINDS;
    const { tether } = this.#tree.itemAt(index);
    if (tether.to !== "item") return false;
    const anchor = this.#tree.indexOf(tether.id);
    if (anchor === undefined || this.#tree.parentOf(anchor) !== this.#tree.parentOf(index))
      return false;
    if (this.#state[anchor * KINDS + START] !== KNOWN) return false;
    return tether.edge === "start" || this.#state[anchor * KINDS + LENGTH] === KNOWN;
  }

  /** The items of a cycle start at 0. */
  #enterCycle(quantities: readonly number[]): void {
    const ids = quantities.flatMap((quantity) => {
      const index = Math.floor(quantity / KINDS);
      if (quantity % KINDS === START) this.#inCycle.add(index);
      // The freezes of a level are no item.
      return quantity % KINDS === FREEZES ? [] : [this.idAt(index)];
    });
    this.#cycle = [...new Set(ids)];
  }

  /** Computes a quantity from those it depends on. Says whether it came out otherwise than before. */
  #settle(quantity: number): boolean {
    const kind = quantity % KINDS;
    const index = (quantity - kind) / KINDS;
    if (this.#state[quantity] !== KNOWN) {
      this.#state[quantity] = KNOWN;
      this.#order.push(quantity);
    }
    return this.#quantities.compute(quantity, this.#inCycle.has(index));
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
    this.#dependents ??= findDependents(this.#tree, this.#quantities, this.#order);
    const dependents = this.#dependents;
    if (!areKeysEqual(this.#tree, changes, dependents)) return undefined;
    this.source = next;
    this.#quantities.setSource(next);
    const { dirty } = dependents;
    for (const { index, item } of changes) {
      const was = this.#tree.itemAt(index);
      this.#tree.replace(index, item);
      if (was.tether !== item.tether) dirty.add(index * KINDS + START);
      dirty.add(index * KINDS + LENGTH);
      if (item.type === "freeze") dirty.add(this.#tree.levelOf(index) * KINDS + FREEZES);
      for (const each of dependents.onKeysOf.get(index) ?? []) dirty.add(each * KINDS + START);
    }
    if (next.markers !== source.markers)
      for (const index of dependents.onMarkers) dirty.add(index * KINDS + START);
    if (next.figures !== source.figures || next.curves !== source.curves)
      for (const index of dependents.fronts) dirty.add(index * KINDS + LENGTH);
    if (next.scene.frameRate !== source.scene.frameRate)
      for (const index of dependents.freezes) {
        dirty.add(index * KINDS + LENGTH);
        dirty.add(this.#tree.levelOf(index) * KINDS + FREEZES);
      }
    return this.#settleDirty(changes, dependents);
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
        freezes: this.#quantities.freezesOf(this.size),
      };
      for (let i = 0; i < this.size; i++) touched.add(i);
    }
    const anew: number[] = [];
    const order = touched.size > 1 ? [...touched].sort((a, b) => a - b) : [...touched];
    let renewed = -1;
    const renew = (index: number) => {
      const before = this.#placed[index];
      const placed = this.#place(index, this.#levelOf(this.#tree.parentOf(index)), before);
      if (placed === before) return;
      anew.push(index);
      // Everything within a group refers to it.
      if (placed.inside) for (const member of this.membersOf(index)) renew(member);
    };
    for (const index of order) {
      if (index <= renewed) continue;
      const count = anew.length;
      renew(index);
      if (anew.length > count && this.#tree.itemAt(index).type === "group")
        renewed = this.#tree.afterOf(index) - 1;
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
      members ??= this.membersOf(group);
      const index = members[i] as number;
      changes.push({ index, item });
      if (item.type === "group" && before.type === "group")
        if (!this.#diff(before.items, item.items, index, changes)) return false;
    }
    return true;
  }
}

/** An item that another state of a sequence has in the place of one that stood there. */
interface ItemChange {
  readonly index: number;
  readonly item: SequenceItem;
}

/** Whether the keys that something is tethered to are still in the tweens they were in. */
function areKeysEqual(
  tree: SequenceTree,
  changes: readonly ItemChange[],
  { onKeysOf }: Dependents,
): boolean {
  for (const { index, item } of changes)
    for (const each of onKeysOf.get(index) ?? []) {
      const { tether } = tree.itemAt(each);
      if (tether.to === "key" && keyTime(item as Tween, tether.id) === undefined) return false;
    }
  return true;
}
