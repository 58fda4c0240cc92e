import type { SequenceItem, Study, Tween } from "./study.ts";
import { tweenLength } from "./walk.ts";

/** Start times of the items of a study, in ms, and the members of a loop if there is one. */
export interface ResolvedStarts {
  readonly startOf: ReadonlyMap<string, number>;
  /** Ids of items that hang on each other in a circle, in order; empty if there is none. */
  readonly loop: readonly string[];
}

/**
 * Where every item at the top of the sequence starts. An item that hangs on something that is not
 * there starts at its offset; items in a loop start at 0. Starts before 0 are kept.
 */
export function resolveStarts(study: Pick<Study, "sequence" | "markers">): ResolvedStarts {
  const items = new Map<string, SequenceItem>();
  if (study.sequence.some((item) => item.tether.to === "item"))
    for (const item of study.sequence) items.set(item.id, item);
  const markers = new Map(study.markers.map((marker) => [marker.id, marker.time]));
  const startOf = new Map<string, number>();
  let loop: readonly string[] = [];

  /** Follows a chain of tethers to something known; a list, so that deep chains cannot overflow. */
  const settle = (first: SequenceItem): void => {
    const chain: SequenceItem[] = [];
    const inChain = new Set<string>();
    let item: SequenceItem | undefined = first;
    while (item && !startOf.has(item.id)) {
      if (inChain.has(item.id)) {
        const from = chain.findIndex((each) => each.id === item?.id);
        loop = chain.slice(from).map((each) => each.id);
        for (const each of chain) startOf.set(each.id, 0);
        return;
      }
      chain.push(item);
      inChain.add(item.id);
      item = item.tether.to === "item" ? items.get(item.tether.id) : undefined;
    }
    for (const each of chain.reverse()) {
      const { tether } = each;
      let base = 0;
      if (tether.to === "marker") base = markers.get(tether.id) ?? 0;
      else if (tether.to === "item") {
        const anchor = items.get(tether.id);
        base = startOf.get(tether.id) ?? 0;
        if (anchor?.type === "tween" && tether.edge === "end") base += tweenLength(anchor as Tween);
      }
      startOf.set(each.id, base + tether.offset);
    }
  };
  // Most hang on the start, and need no chain.
  for (const item of study.sequence)
    if (item.tether.to === "start") startOf.set(item.id, item.tether.offset);
    else settle(item);
  return { startOf, loop };
}
