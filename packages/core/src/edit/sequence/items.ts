import type { Draft } from "immer";
import {
  type Cue,
  type Freeze,
  findKey,
  type Group,
  type SequenceItem,
  type Shake,
  type Study,
  type Tether,
  type Tween,
} from "../../study/index.ts";
import { type Placed, placeItems, playedSpan } from "../../timeline/index.ts";
import { inWaves } from "../dependencies.ts";
import { defineEdit } from "../history/change.ts";
import { draftItem, listHolding } from "../history/find.ts";
import { stateOf } from "../tween.ts";
import { removeItems } from "./removeItems.ts";

/** What an item can hang on. */
export type Anchor =
  | { readonly to: "start" }
  | { readonly to: "marker"; readonly id: string }
  | { readonly to: "key"; readonly id: string }
  | { readonly to: "item"; readonly id: string; readonly edge: "start" | "end" };

/** Fields of items that are set as they are; undefined takes one away. */
export type ItemFields = {
  readonly [Name in keyof AllFields]?: AllFields[Name] | undefined;
};

type AllFields = Omit<Tween, "type" | "id" | "tether" | "tracks"> &
  Omit<Group, "type" | "id" | "tether" | "items"> &
  Omit<Cue, "type" | "id" | "tether"> &
  Omit<Freeze, "type" | "id" | "tether"> &
  Omit<Shake, "type" | "id" | "tether">;

/**
 * Of some items those that have to be moved for all to move: not what stands in a group among them, and not what
 * hangs on one of them, since these are carried along.
 */
export function leadersOf(study: Study, ids: readonly string[]): Placed[] {
  const { byId } = placeItems(study);
  const chosen = new Set(ids);
  const isCarried = (placed: Placed): boolean => {
    // Along tethers and groups; bounded, since tethers may run in a circle.
    const seen = new Set<string>();
    const open: Placed[] = [placed];
    for (let at = open.pop(); at; at = open.pop()) {
      if (seen.has(at.item.id)) continue;
      seen.add(at.item.id);
      const { tether } = at.item;
      const anchor =
        tether.to === "item"
          ? tether.id
          : tether.to === "key"
            ? findKey(study, tether.id)?.tween.id
            : undefined;
      for (const id of [anchor, at.level.group?.item.id]) {
        const next = id === undefined ? undefined : byId.get(id);
        if (!next || next === placed) continue;
        if (chosen.has(next.item.id)) return true;
        open.push(next);
      }
    }
    return false;
  };
  return [...chosen].flatMap((id) => {
    const placed = byId.get(id);
    return placed && !isCarried(placed) ? [placed] : [];
  });
}

/**
 * Moves items by ms of the study, what hangs on them with them. They stop where the first of them would start
 * before the study does.
 */
export const moveItems = defineEdit<{ ids: readonly string[]; by: number }>(
  "move",
  (draft, { ids, by }, study) => {
    const { startOf } = placeItems(study);
    const leaders = leadersOf(study, ids).map(({ item }) => item.id);
    let way = by;
    for (const id of leaders) way = Math.max(way, Math.min(-startOf(id), 0));
    // What hangs on the end of a group is carried by the members that move: waves, each placed anew.
    inWaves(study, leaders).forEach((wave, i) => {
      const placed = placeItems(i === 0 ? study : stateOf(draft));
      for (const id of wave) {
        const target = draftItem(draft, id);
        const [there, wanted] = [placed.startOf(id), startOf(id) + way];
        if (target && Math.abs(there - wanted) > 1e-9)
          target.tether.offset += placed.within(id, wanted) - placed.within(id, there);
      }
    });
  },
);

/** Names an item with where it stands, as tethers say it. */
function withTether(study: Study, id: string, tether: Tether): Study {
  const walk = (items: readonly SequenceItem[]): readonly SequenceItem[] =>
    items.map((item) => {
      if (item.id === id) return { ...item, tether };
      return item.type === "group" ? { ...item, items: walk(item.items) } : item;
    });
  return { ...study, sequence: walk(study.sequence) };
}

/**
 * The names of the items that would hang on each other in a circle if an item hung on something; empty where it
 * may.
 */
export function tetherLoop(study: Study, id: string, anchor: Anchor): string[] {
  const { loop, byId } = placeItems(withTether(study, id, { ...anchor, offset: 0 }));
  return loop.map((each) => byId.get(each)?.item.name ?? each);
}

/**
 * Hangs an item on something else, `offset` ms later; without an offset it stays where it is. What would run in a
 * circle is left alone; see `tetherLoop`.
 */
export const hangItem = defineEdit<{ id: string; anchor: Anchor; offset?: number }>(
  "hang elsewhere",
  (draft, { id, anchor, offset }, study) => {
    const target = draftItem(draft, id);
    const placed = placeItems(study).byId.get(id);
    if (!target || !placed) return;
    const there = placeItems(withTether(study, id, { ...anchor, offset: 0 }));
    if (there.loop.length > 0) return;
    const base = there.byId.get(id)?.start ?? 0;
    target.tether = { ...anchor, offset: offset ?? placed.start - base };
  },
);

/** Every start as a time of its own level: nothing hangs on anything any more, and nothing moves. */
export const looseItems = defineEdit<{ ids: readonly string[] }>(
  "cut tethers",
  (draft, { ids }, study) => {
    const { byId } = placeItems(study);
    for (const id of ids) {
      const target = draftItem(draft, id);
      if (target) target.tether = { to: "start", offset: byId.get(id)?.start ?? 0 };
    }
  },
);

/** Sets fields of items: name, passes, stagger, what a freeze stops… Undefined takes a field away. */
export const setItems = defineEdit<{ ids: readonly string[]; set: ItemFields }>(
  "change",
  (draft, { ids, set }) => {
    for (const id of ids) {
      const target = draftItem(draft, id) as unknown as Record<string, unknown> | undefined;
      if (!target) continue;
      for (const [name, value] of Object.entries(set)) {
        if (value === undefined) delete target[name];
        else target[name] = value;
      }
    }
  },
);

/** Puts a new item into the sequence, or into a group of it. */
export const addItem = defineEdit<{ item: SequenceItem; group?: string }>(
  "add",
  (draft, { item, group }) => {
    const inside = group === undefined ? undefined : draftItem(draft, group);
    const list = inside?.type === "group" ? inside.items : draft.sequence;
    list.push(item as Draft<SequenceItem>);
  },
);

/** Deletes items; what hung on them passes on to what they hung on, and stays where it is. */
export const deleteItems = defineEdit<{ ids: readonly string[] }>(
  "delete",
  (draft, { ids }, study) => removeItems(draft, new Set(ids), study),
);

/** A copy with ids of its own, those inside it too; `renamed` remembers which became which. */
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
 * Copies items, each beside the one it was made from, to play after all of them: what hangs on another one of
 * them hangs on its copy.
 */
export const duplicateItems = defineEdit<{ ids: readonly string[]; newId: () => string }>(
  "duplicate",
  (draft, { ids, newId }, study) => {
    const { byId, startOf, within } = placeItems(study);
    const leaders = new Set(leadersOf(study, ids).map(({ item }) => item.id));
    const chosen = ids.flatMap((id) => byId.get(id) ?? []);
    const tops = chosen.filter(({ level }) => !level.group || !ids.includes(level.group.item.id));
    if (tops.length === 0) return;
    // In the study's time: what stands in a group with a rate of its own ends sooner than its level says.
    const spans = tops.map((placed) => playedSpan(placed));
    const by = Math.max(...spans.map(({ to }) => to)) - Math.min(...spans.map(({ from }) => from));
    const renamed = new Map<string, string>();
    const copies = tops.map(({ item }) => copyItem(item, newId, renamed));
    for (const [i, placed] of tops.entries()) {
      const { item } = placed;
      const copy = withRenamed(copies[i] as SequenceItem, renamed) as Draft<SequenceItem>;
      if (leaders.has(item.id)) {
        const start = startOf(item.id);
        copy.tether = {
          ...copy.tether,
          offset: item.tether.offset + within(item.id, start + by) - within(item.id, start),
        };
      }
      const list = listHolding(draft, item.id);
      list?.splice(list.findIndex(({ id }) => id === item.id) + 1, 0, copy);
    }
  },
);

/** Puts an item before another one of its level, or last. Order decides who wins of two that start together. */
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
