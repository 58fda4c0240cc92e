import type { SequenceItem, Tether } from "../study/index.ts";

/**
 * The items of a sequence by index, each group before its members, and which stands in which: what stays as it is while
 * times change. A level is the inside of a group, by the group's index, or the whole sequence: −1, or the number of all
 * items.
 */
export class SequenceTree {
  readonly size: number;
  readonly #items: SequenceItem[] = [];
  /** Index of the group an item stands in; −1 at the top. */
  readonly #parent: number[] = [];
  /** The index after the last item within a group; for others after themselves. */
  readonly #after: number[] = [];
  readonly #disabled: boolean[] = [];
  /** The indices of the items at the top. */
  readonly #top: readonly number[];
  readonly #index = new Map<string, number>();
  /** The tween each key is in, by index; made when the first tether to a key asks. */
  #keys: Map<string, number> | undefined;

  constructor(sequence: readonly SequenceItem[]) {
    this.#enter(sequence, -1, false);
    this.size = this.#items.length;
    this.#top = this.membersOf(-1);
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

  indexOf(id: string): number | undefined {
    return this.#index.get(id);
  }

  idAt(index: number): string {
    return this.itemAt(index).id;
  }

  itemAt(index: number): SequenceItem {
    return this.#items[index] as SequenceItem;
  }

  /** Puts another state of an item in its place; it has to be built alike. */
  replace(index: number, item: SequenceItem): void {
    this.#items[index] = item;
  }

  /** Index of the group an item stands in; −1 at the top. */
  parentOf(index: number): number {
    return this.#parent[index] as number;
  }

  /** The index after an item and all within it. */
  afterOf(index: number): number {
    return this.#after[index] as number;
  }

  /** Whether an item, or a group around it, is disabled. */
  isDisabled(index: number): boolean {
    return this.#disabled[index] as boolean;
  }

  /** The level an item stands in, the whole sequence as the number of all items. */
  levelOf(index: number): number {
    const parent = this.parentOf(index);
    return parent < 0 ? this.size : parent;
  }

  /** The indices of the items of a level. */
  membersOf(level: number): readonly number[] {
    const isWhole = level < 0 || level === this.size;
    if (isWhole && this.#top) return this.#top;
    const members: number[] = [];
    const end = isWhole ? this.size : (this.#after[level] as number);
    for (let i = isWhole ? 0 : level + 1; i < end; i = this.#after[i] as number) members.push(i);
    return members;
  }

  /** The innermost group that two levels stand in; −1 for the whole sequence. */
  commonGroup(a: number, b: number): number {
    const around = new Set<number>();
    for (let at = a; at >= 0; at = this.#parent[at] as number) around.add(at);
    for (let at = b; at >= 0; at = this.#parent[at] as number) if (around.has(at)) return at;
    return -1;
  }

  /** Index of what a tether hangs on; −1 for none, or none that exists. */
  anchorOf(tether: Tether): number {
    if (tether.to === "item") return this.#index.get(tether.id) ?? -1;
    if (tether.to === "key") return this.#tweenOfKey(tether.id);
    return -1;
  }

  #tweenOfKey(keyId: string): number {
    if (!this.#keys) {
      this.#keys = new Map();
      for (let i = 0; i < this.size; i++) {
        const item = this.itemAt(i);
        if (item.type === "tween")
          for (const { keys } of item.tracks) for (const { id } of keys) this.#keys.set(id, i);
      }
    }
    return this.#keys.get(keyId) ?? -1;
  }
}
