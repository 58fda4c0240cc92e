import { eachTween, type Study } from "../study/index.ts";
import { type Level, type Placed, type Placements, placeItems } from "../timeline/index.ts";

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

/** The end of a group as a node of its own: what is tethered to it depends on all members, which are listed once. */
const END = "\u0000end of ";

/**
 * The direct dependencies of an item's start: its anchor, its group, and the members of a group to whose end it is
 * tethered.
 */
function dependenciesOf(
  { byId }: Placements,
  node: string,
  keys: () => ReadonlyMap<string, string>,
): readonly string[] {
  if (node.startsWith(END)) {
    const group = byId.get(node.slice(END.length))?.item;
    return group?.type === "group" ? group.items.map(({ id }) => id) : [];
  }
  const placed = byId.get(node);
  if (!placed) return [];
  const needs: string[] = [];
  const { tether } = placed.item;
  if (tether.to === "item") {
    needs.push(tether.id);
    if (tether.edge === "end" && byId.get(tether.id)?.item.type === "group")
      needs.push(END + tether.id);
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
  for (const node of found) if (node.startsWith(END)) found.delete(node);
  return found;
}

/**
 * Computes a value for each node of a graph from the values of the nodes it depends on, each node once. Where nodes form
 * a cycle, the one that was entered first has no value yet when the others are computed.
 */
function overDependencies<T>(
  needsOf: (node: string) => readonly string[],
  compute: (node: string, needs: readonly string[], known: ReadonlyMap<string, T>) => T,
): (node: string) => T {
  const known = new Map<string, T>();
  return (wanted) => {
    // A stack of its own: thousands of tethers may follow one another.
    const entered = new Set<string>();
    const open = [wanted];
    for (let node = open.at(-1); node !== undefined; node = open.at(-1)) {
      const needs = known.has(node) ? [] : needsOf(node);
      const missing = entered.has(node)
        ? []
        : needs.filter((need) => !known.has(need) && !entered.has(need));
      entered.add(node);
      if (missing.length > 0) open.push(...missing);
      else {
        if (!known.has(node)) known.set(node, compute(node, needs, known));
        open.pop();
      }
    }
    return known.get(wanted) as T;
  };
}

/**
 * Items in waves that can be moved one after the other: no item of a wave depends on another item of its own or of a
 * later wave.
 */
export function inWaves(study: Study, ids: readonly string[]): string[][] {
  const chosen = new Set(ids);
  if (chosen.size < 2) return chosen.size === 0 ? [] : [[...chosen]];
  const placements = placeItems(study);
  const keys = tweensOfKeys(study);
  const waveOf = overDependencies<number>(
    (node) => dependenciesOf(placements, node, keys),
    (_, needs, known) =>
      needs.reduce(
        (most, need) => Math.max(most, (known.get(need) ?? 0) + (chosen.has(need) ? 1 : 0)),
        0,
      ),
  );
  const waves: string[][] = [];
  for (const id of chosen) {
    const wave = waveOf(id);
    const list = waves[wave];
    if (list) list.push(id);
    else waves[wave] = [id];
  }
  return waves.filter((wave) => wave !== undefined);
}

/**
 * Those of some items that have to be moved for all of them to move: members of a group among them and items tethered
 * to one of them move along anyway.
 */
export function leadersOf(study: Study, ids: readonly string[]): Placed[] {
  const { byId } = placeItems(study);
  const keys = tweensOfKeys(study);
  const chosen = new Set(ids);
  const carriersOf = (id: string): readonly string[] => {
    const placed = byId.get(id);
    if (!placed) return [];
    const { tether } = placed.item;
    const anchor =
      tether.to === "item" ? tether.id : tether.to === "key" ? keys().get(tether.id) : undefined;
    return [anchor, placed.level.group?.item.id].filter(
      (each): each is string => each !== undefined && each !== id && byId.has(each),
    );
  };
  const isCarried = overDependencies<boolean>(carriersOf, (_, needs, known) =>
    needs.some((need) => chosen.has(need) || known.get(need) === true),
  );
  return [...chosen].flatMap((id) => {
    const placed = byId.get(id);
    return placed && !isCarried(id) ? [placed] : [];
  });
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
