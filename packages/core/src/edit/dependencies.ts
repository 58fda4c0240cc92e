import { eachTween, type Study } from "../study/index.ts";
import { type Level, type Placements, placeItems } from "../timeline/index.ts";

/** The tween of each key, by key id; computed when a tether to a key is first looked up. */
function tweensOfKeys(study: Study): () => ReadonlyMap<string, string> {
  let known: Map<string, string> | undefined;
  return () => {
    if (known) return known;
    known = new Map();
    for (const { id: tween, tracks } of eachTween(study.sequence))
      for (const { keys } of tracks) for (const { id } of keys) known.set(id, tween);
    return known;
  };
}

/**
 * The direct dependencies of an item's start: its anchor, its group, and the members of a group to whose end it is
 * tethered.
 */
function dependenciesOf(
  { byId }: Placements,
  id: string,
  keys: () => ReadonlyMap<string, string>,
): string[] {
  const placed = byId.get(id);
  if (!placed) return [];
  const needs: string[] = [];
  const { tether } = placed.item;
  if (tether.to === "item") {
    needs.push(tether.id);
    const anchor = byId.get(tether.id);
    if (tether.edge === "end" && anchor?.item.type === "group")
      needs.push(...anchor.item.items.map((member) => member.id));
  } else if (tether.to === "key") {
    const tween = keys().get(tether.id);
    if (tween !== undefined) needs.push(tween);
  }
  const group = placed.level.group?.item.id;
  if (group !== undefined) needs.push(group);
  return needs;
}

/** All items on which the start of some items depends, directly or not; ends also where tethers form a cycle. */
export function allDependencies(study: Study, ids: Iterable<string>): Set<string> {
  const placements = placeItems(study);
  const keys = tweensOfKeys(study);
  const found = new Set<string>();
  const open = [...ids];
  for (let id = open.pop(); id !== undefined; id = open.pop())
    for (const need of dependenciesOf(placements, id, keys)) {
      if (found.has(need)) continue;
      found.add(need);
      open.push(need);
    }
  return found;
}

/**
 * Items in waves that can be moved one after the other: no item of a wave depends on another item of its own or of a
 * later wave.
 */
export function inWaves(study: Study, ids: readonly string[]): string[][] {
  const chosen = new Set(ids);
  if (chosen.size < 2) return chosen.size === 0 ? [] : [[...chosen]];
  const needs = [...chosen].map((id) => ({
    id,
    needs: [...allDependencies(study, [id])].filter((need) => need !== id && chosen.has(need)),
  }));
  // A dependency of an item has fewer dependencies than the item itself.
  needs.sort((a, b) => a.needs.length - b.needs.length);
  const rank = new Map<string, number>();
  const waves: string[][] = [];
  for (const each of needs) {
    const own = each.needs.reduce((most, need) => Math.max(most, (rank.get(need) ?? 0) + 1), 0);
    rank.set(each.id, own);
    waves[own] = [...(waves[own] ?? []), each.id];
  }
  return waves.filter((wave) => wave !== undefined);
}

/**
 * Whether a freeze of some figures delays only a part of what starts between two times of a level: it delays items
 * that have not started yet. An item split, joined or grouped across such a freeze would be delayed differently than
 * before.
 */
export function delaysOnlySome(level: Level | undefined, from: number, to: number): boolean {
  return (
    level?.freezes.some(({ at, figures, push }) => figures && push && at >= from && at <= to) ??
    false
  );
}
