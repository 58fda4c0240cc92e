import type { Draft } from "immer";
import { eachItem, type SequenceItem, type Study, type Tether } from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { tidyLive } from "../live/tidyLive.ts";
import { setTether } from "../tween.ts";

/**
 * Deletes items from the sequence, groups with their members. Items that were tethered to a deleted item are tethered to
 * its anchor instead and keep their start times, which are read from `study`, the state before the edit: tweens of the
 * draft may have lost their length already.
 */
export function removeItems(draft: Draft<Study>, ids: ReadonlySet<string>, study: Study): void {
  const gone = new Set(ids);
  for (const item of eachItem(study.sequence))
    if (item.type === "group" && gone.has(item.id))
      for (const member of eachItem(item.items)) gone.add(member.id);
  retether(draft, gone, study);
  const prune = (items: Draft<SequenceItem>[]): Draft<SequenceItem>[] => {
    for (const item of items)
      if (item.type === "group" && !gone.has(item.id)) item.items = prune(item.items);
    return items.some(({ id }) => gone.has(id)) ? items.filter(({ id }) => !gone.has(id)) : items;
  };
  draft.sequence = prune(draft.sequence);
  tidyLive(draft);
}

/** Re-attaches items that were tethered to a deleted item, or to one of its keys, keeping their start times. */
export function retether(draft: Draft<Study>, gone: ReadonlySet<string>, study: Study): void {
  const { byId } = placeItems(study);
  const tweenOfKey = new Map<string, string>();
  for (const item of eachItem(study.sequence))
    if (item.type === "tween" && gone.has(item.id))
      for (const { keys } of item.tracks) for (const { id } of keys) tweenOfKey.set(id, item.id);
  const anchorOf = (tether: Tether) =>
    tether.to === "item" ? tether.id : tether.to === "key" ? tweenOfKey.get(tether.id) : undefined;
  const walk = (items: Draft<SequenceItem>[]) => {
    for (const item of items) {
      if (item.type === "group" && !gone.has(item.id)) walk(item.items);
      const first = anchorOf(item.tether);
      if (gone.has(item.id) || first === undefined || !gone.has(first)) continue;
      const own = byId.get(item.id);
      if (!own) continue;
      let id: string | undefined = first;
      let tether: Tether = { to: "start", offset: own.start };
      // Follows the tethers of deleted items to the first item that stays; a cycle of them ends at the study's start.
      for (const seen = new Set<string>(); id !== undefined && gone.has(id) && !seen.has(id); ) {
        seen.add(id);
        const anchor = byId.get(id);
        if (!anchor || anchor.level !== own.level) break;
        const next: Tether = anchor.item.tether;
        id = anchorOf(next);
        if (id === undefined || !gone.has(id))
          tether = { ...next, offset: own.start - (anchor.start - next.offset) };
      }
      setTether(item, tether);
    }
  };
  walk(draft.sequence);
}

/** Whether a tether leads to the end of an item. */
export function hangsOnEnd(
  tether: Tether,
  id: string,
): tether is Extract<Tether, { to: "item" }> & { edge: "end" } {
  return tether.to === "item" && tether.id === id && tether.edge === "end";
}
