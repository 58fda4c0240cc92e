import type { Draft } from "immer";
import type {
  Cue,
  Freeze,
  Group,
  SequenceItem,
  Shake,
  Study,
  Tether,
  Tween,
} from "../../study/index.ts";
import { type Placed, placeItems, playedSpan } from "../../timeline/index.ts";
import { extentOf } from "../../value/index.ts";
import { inWaves, leadersOf } from "../dependencies.ts";
import { defineEdit } from "../history/change.ts";
import { draftItem, draftItemsOf, listHolding } from "../history/find.ts";
import { moveOrigin, setTether, stateOf } from "../tween.ts";
import { removeItems } from "./removeItems.ts";

/** What an item can be tethered to. */
export type Anchor =
  | { readonly to: "start" }
  | { readonly to: "marker"; readonly id: string }
  | { readonly to: "key"; readonly id: string }
  | { readonly to: "item"; readonly id: string; readonly edge: "start" | "end" };

/** The fields of items that `setItems` sets; undefined removes a field. */
export type ItemFields = {
  readonly [Name in keyof AllFields]?: AllFields[Name] | undefined;
};

type AllFields = Omit<Tween, "type" | "id" | "tether" | "tracks"> &
  Omit<Group, "type" | "id" | "tether" | "items"> &
  Omit<Cue, "type" | "id" | "tether"> &
  Omit<Freeze, "type" | "id" | "tether"> &
  Omit<Shake, "type" | "id" | "tether">;

/**
 * Moves items by ms of the study, together with what is tethered to them. They stop before the first of them would
 * start before the study does.
 */
export const moveItems = defineEdit<{ ids: readonly string[]; by: number }>(
  "move",
  (draft, { ids, by }, study) => {
    const { startOf } = placeItems(study);
    const leaders = leadersOf(study, ids).map(({ item }) => item.id);
    let shift = by;
    for (const id of leaders) shift = Math.max(shift, Math.min(-startOf(id), 0));
    // An item tethered to the end of a group moves along with the members that decide that end: items are moved in
    // waves, and placed again after each.
    inWaves(study, leaders).forEach((wave, i) => {
      const placed = placeItems(i === 0 ? study : stateOf(draft));
      for (const [id, target] of draftItemsOf(draft, wave)) {
        const [there, wanted] = [placed.startOf(id), startOf(id) + shift];
        if (Math.abs(there - wanted) > 1e-9)
          moveOrigin(target, placed.within(id, wanted) - placed.within(id, there));
      }
    });
  },
);

/** The study with another tether for an item. */
function withTether(study: Study, id: string, tether: Tether): Study {
  const walk = (items: readonly SequenceItem[]): readonly SequenceItem[] =>
    items.map((item) => {
      if (item.id === id) return { ...item, tether };
      return item.type === "group" ? { ...item, items: walk(item.items) } : item;
    });
  return { ...study, sequence: walk(study.sequence) };
}

/** The names of the items that would form a cycle if an item were tethered to an anchor; empty if there is none. */
export function tetherLoop(study: Study, id: string, anchor: Anchor): string[] {
  const { loop, byId } = placeItems(withTether(study, id, { ...anchor, offset: 0 }));
  return loop.map((each) => byId.get(each)?.item.name ?? each);
}

/**
 * Tethers an item to an anchor, `offset` ms later; without an offset it keeps its start. A tether that would form a
 * cycle is not made; see `tetherLoop`.
 */
export const tetherItem = defineEdit<{ id: string; anchor: Anchor; offset?: number }>(
  "tether elsewhere",
  (draft, { id, anchor, offset }, study) => {
    const target = draftItem(draft, id);
    const placed = placeItems(study).byId.get(id);
    if (!target || !placed) return;
    const there = placeItems(withTether(study, id, { ...anchor, offset: 0 }));
    if (there.loop.length > 0) return;
    const base = there.byId.get(id)?.start ?? 0;
    setTether(target, { ...anchor, offset: offset ?? placed.start - base });
  },
);

/** Cuts tethers: each item gets a fixed start in its level, and nothing moves. */
export const cutTethers = defineEdit<{ ids: readonly string[] }>(
  "cut tethers",
  (draft, { ids }, study) => {
    const { byId } = placeItems(study);
    for (const [id, target] of draftItemsOf(draft, ids))
      setTether(target, { to: "start", offset: byId.get(id)?.start ?? 0 });
  },
);

/** Sets fields of items: name, iterations, stagger, the figures of a freeze… Undefined removes a field. */
export const setItems = defineEdit<{ ids: readonly string[]; set: ItemFields }>(
  "change",
  (draft, { ids, set }) => {
    for (const item of draftItemsOf(draft, ids).values()) {
      const target = item as unknown as Record<string, unknown>;
      for (const [name, value] of Object.entries(set)) {
        if (value === undefined) delete target[name];
        else target[name] = value;
      }
    }
  },
);

/** Adds an item to the sequence, or to a group. */
export const addItem = defineEdit<{ item: SequenceItem; group?: string }>(
  "add",
  (draft, { item, group }) => {
    const inside = group === undefined ? undefined : draftItem(draft, group);
    const list = inside?.type === "group" ? inside.items : draft.sequence;
    list.push(item as Draft<SequenceItem>);
  },
);

/** Deletes items; items tethered to them are tethered to their anchors instead and keep their starts. */
export const deleteItems = defineEdit<{ ids: readonly string[] }>(
  "delete",
  (draft, { ids }, study) => removeItems(draft, new Set(ids), study),
);

/** A copy with new ids, also for everything inside; `renamed` maps old ids to new ones. */
function copyItem<T extends SequenceItem>(
  item: T,
  newId: () => string,
  renamed: Map<string, string>,
): T {
  const id = newId();
  renamed.set(item.id, id);
  if (item.type === "group")
    return {
      ...item,
      id,
      items: (item as Group).items.map((each) => copyItem(each, newId, renamed)),
    };
  if (item.type !== "tween") return { ...item, id };
  const tracks = (item as Tween).tracks.map((track) => ({
    ...track,
    keys: track.keys.map((key) => {
      const keyId = newId();
      renamed.set(key.id, keyId);
      return { ...key, id: keyId };
    }),
  }));
  return { ...item, id, tracks };
}

function withRenamed<T extends SequenceItem>(item: T, renamed: ReadonlyMap<string, string>): T {
  const { tether } = item;
  const fresh = "id" in tether ? renamed.get(tether.id) : undefined;
  const own = fresh === undefined ? item : { ...item, tether: { ...tether, id: fresh } };
  if (own.type !== "group") return own as T;
  return { ...own, items: (own as Group).items.map((each) => withRenamed(each, renamed)) } as T;
}

/**
 * Duplicates items, each copy beside its original, playing after all of them: a tether from one of them to another
 * becomes one between their copies.
 */
export const duplicateItems = defineEdit<{ ids: readonly string[]; newId: () => string }>(
  "duplicate",
  (draft, { ids, newId }, study) => {
    const { byId, startOf, within } = placeItems(study);
    const leaders = new Set(leadersOf(study, ids).map(({ item }) => item.id));
    const chosen = ids.flatMap((id) => byId.get(id) ?? []);
    // What stands in a chosen group, however deep, is copied with it.
    const isWithin = ({ level: { group } }: Placed): boolean =>
      group !== null && (ids.includes(group.item.id) || isWithin(group));
    const tops = chosen.filter((placed) => !isWithin(placed));
    if (tops.length === 0) return;
    // In the study's time: a member of a group with a playback rate ends at another time than its level says.
    const spans = tops.map((placed) => playedSpan(placed));
    const [first, last] = extentOf(spans.flatMap(({ from, to }) => [from, to]));
    const by = last - first;
    const renamed = new Map<string, string>();
    const copies = tops.map(({ item }) => copyItem(item, newId, renamed));
    for (const [i, placed] of tops.entries()) {
      const { item } = placed;
      const copy = withRenamed(copies[i] as SequenceItem, renamed) as Draft<SequenceItem>;
      if (leaders.has(item.id)) {
        const start = startOf(item.id);
        const moved = within(item.id, start + by) - within(item.id, start);
        setTether(copy, { ...copy.tether, offset: item.tether.offset + moved });
      }
      const list = listHolding(draft, item.id);
      list?.splice(list.findIndex(({ id }) => id === item.id) + 1, 0, copy);
    }
  },
);

/**
 * Moves an item before another one of its level, or to the end. The order decides which of two items that start
 * together is on top.
 */
export const orderItem = defineEdit<{ id: string; before: string | null }>(
  "reorder",
  (draft, { id, before }) => {
    const list = listHolding(draft, id);
    const item = list?.find((each) => each.id === id);
    if (!list || !item || before === id) return;
    list.splice(list.indexOf(item), 1);
    const place = before === null ? -1 : list.findIndex((each) => each.id === before);
    list.splice(place < 0 ? list.length : place, 0, item);
  },
);
