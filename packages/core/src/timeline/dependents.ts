import { DirtyQueue } from "./dirtyQueue.ts";
import { KINDS, type Quantities } from "./quantities.ts";
import type { SequenceTree } from "./sequenceTree.ts";

/** Who depends on what. */
export interface Dependents {
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

/**
 * Collects who depends on what.
 *
 * @param order all quantities, each after those it depends on
 */
export function findDependents(
  tree: SequenceTree,
  quantities: Quantities,
  order: readonly number[],
): Dependents {
  const count = (tree.size + 1) * KINDS;
  const rank = new Int32Array(count);
  order.forEach((quantity, i) => {
    rank[quantity] = i;
  });
  const needs = order.map((quantity) =>
    quantities.isSimple(quantity) ? [] : quantities.needsOf(quantity),
  );
  const first = new Int32Array(count + 1);
  for (const list of needs)
    for (const need of list) first[need + 1] = (first[need + 1] as number) + 1;
  for (let i = 0; i < count; i++) first[i + 1] = (first[i + 1] as number) + (first[i] as number);
  const list = new Int32Array(first[count] as number);
  const filled = Int32Array.from(first);
  order.forEach((quantity, i) => {
    for (const need of needs[i] as readonly number[]) {
      list[filled[need] as number] = quantity;
      filled[need] = (filled[need] as number) + 1;
    }
  });
  const onKeysOf = new Map<number, number[]>();
  const [onMarkers, fronts, freezes]: [number[], number[], number[]] = [[], [], []];
  for (let index = 0; index < tree.size; index++) {
    const item = tree.itemAt(index);
    const { tether } = item;
    if (tether.to === "marker") onMarkers.push(index);
    if (tether.to === "key") {
      const anchor = tree.anchorOf(tether);
      if (anchor >= 0) onKeysOf.set(anchor, [...(onKeysOf.get(anchor) ?? []), index]);
    }
    if (item.type === "tween" && item.stagger?.order === "front") fronts.push(index);
    if (item.type === "freeze") freezes.push(index);
  }
  return { dirty: new DirtyQueue(rank), first, list, onKeysOf, onMarkers, fronts, freezes };
}
