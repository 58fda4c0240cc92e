import type { Draft } from "immer";
import {
  eachItem,
  findKey,
  type Group,
  type SequenceItem,
  type Shake,
  type Study,
  type Tether,
} from "../../study/index.ts";
import { placeItems, rateOf } from "../../timeline/index.ts";
import { extentOf } from "../../value/index.ts";
import { allDependencies, delaysOnlySome } from "../dependencies.ts";
import { defineEdit } from "../history/change.ts";
import { draftItems, listHolding } from "../history/find.ts";
import { mapTimes, setTether, stateOf } from "../tween.ts";
import { hangsOnEnd, retether } from "./removeItems.ts";

/** Why items cannot be grouped; undefined if they can. */
export function groupProblem(study: Study, ids: readonly string[]): string | undefined {
  const { byId } = placeItems(study);
  const placed = ids.flatMap((id) => byId.get(id) ?? []);
  if (placed.length === 0) return "Choose what is to stand in the group.";
  if (placed.some(({ level }) => level !== placed[0]?.level))
    return "They stand in different groups.";
  if (placed.some(({ item }) => item.type === "freeze"))
    return "A freeze in a group would stop only what the group plays.";
  const level = placed[0]?.level;
  const starts = placed.flatMap(({ start, offsets }) => [
    start,
    ...offsets.map((by) => start + by),
  ]);
  // Where an end decides what comes after, an end that such a freeze puts off counts too.
  const isAwaited =
    level?.group ||
    [...byId.values()].some(({ item: { tether } }) =>
      placed.some(({ item }) => hangsOnEnd(tether, item.id)),
    );
  const ends = isAwaited ? placed.map(({ start, shown }) => start + shown) : [];
  if (delaysOnlySome(level, ...extentOf([...starts, ...ends])))
    return "A freeze of some figures lies between them: it delays what has not begun, and a group begins as one.";
  const late = shakenEarlier(study, ids);
  if (late) return `“${late}” would shake the scene in another order: choose what stands between.`;
  const chosen = new Set(placed.flatMap(({ item }) => [...idsIn(item)]));
  for (const { item } of placed) {
    const { tether } = item;
    if (item.type !== "cue" || tether.to === "start" || tether.to === "marker") continue;
    const id = tether.to === "key" ? findKey(study, tether.id)?.tween.id : tether.id;
    const anchor = id === undefined ? undefined : byId.get(id);
    if (anchor?.iterations && !chosen.has(anchor.item.id))
      return `“${item.name}” is heard in every iteration of “${anchor.item.name}”: choose that, too.`;
  }
  return undefined;
}

/**
 * The name of a shake that would be applied before another one if items were grouped, which matters where one of them
 * turns; undefined for none. A group stands where the first of its members stands.
 */
function shakenEarlier(study: Study, ids: readonly string[]): string | undefined {
  const list = listHolding(study as Draft<Study>, ids[0] ?? "") ?? [];
  const first = list.findIndex(({ id }) => ids.includes(id));
  const shakesOf = (items: readonly SequenceItem[]) =>
    [...eachItem(items)].filter((each) => each.type === "shake");
  const passed: Shake[] = [];
  for (const item of list.slice(Math.max(first, 0)) as SequenceItem[]) {
    const shakes = shakesOf([item]);
    if (!ids.includes(item.id)) passed.push(...shakes);
    else
      for (const shake of shakes)
        if (passed.some((other) => other.turn || shake.turn)) return shake.name;
  }
  return undefined;
}

/**
 * Groups items of one level. Nothing moves. The group takes the tether of its earliest member; members that were
 * tethered to something outside are tethered to the start of the group, so that the group moves as one.
 */
export const makeSequenceGroup = defineEdit<{
  ids: readonly string[];
  groupId: string;
  name: string;
}>("group", (draft, { ids, groupId, name }, study) => {
  if (groupProblem(study, ids)) return;
  const { byId } = placeItems(study);
  const chosen = new Set(ids);
  const placed = ids.flatMap((id) => byId.get(id) ?? []);
  const earliest = placed.reduce((a, b) => (b.start < a.start ? b : a));
  const list = listHolding(draft, earliest.item.id);
  if (!list) return;
  const inside = new Set(placed.flatMap(({ item }) => [...idsIn(item)]));
  const members = list.filter(({ id }) => chosen.has(id));
  const outside = tetherOutside(study, earliest.item.id, inside);
  // The anchor of the group may itself depend on a member: then the group gets a fixed start.
  const waits = allDependencies(study, [earliest.item.id]);
  const isLoop = outside.to !== "start" && [...chosen].some((id) => waits.has(id));
  const tether = isLoop ? { to: "start" as const, offset: earliest.start } : outside;
  for (const member of members) {
    const own = member.tether;
    const stays = own.to !== "start" && own.to !== "marker" && inside.has(own.id);
    if (stays) continue;
    const start = byId.get(member.id)?.start ?? 0;
    setTether(member, { to: "start", offset: start - earliest.start });
  }
  const index = list.findIndex(({ id }) => chosen.has(id));
  // Disabled items must not count towards the length of the group.
  const isOff = members.every(({ disabled }) => disabled);
  const off = isOff ? { disabled: true } : {};
  const group = { type: "group" as const, id: groupId, name, tether, items: members, ...off };
  const left = list.filter(({ id }) => !chosen.has(id));
  left.splice(index, 0, group as Draft<Group>);
  list.splice(0, list.length, ...left);
});

/** The ids of an item, of its members and of their keys. */
function* idsIn(item: SequenceItem): Generator<string> {
  yield item.id;
  if (item.type === "group") for (const member of item.items) yield* idsIn(member);
  if (item.type === "tween")
    for (const { keys } of item.tracks) for (const { id } of keys) yield id;
}

/** The tether of an item, or the start of its level if its anchor moves with it. */
function tetherOutside(study: Study, id: string, inside: ReadonlySet<string>): Tether {
  const placed = placeItems(study).byId.get(id);
  const tether = placed?.item.tether;
  if (!tether || (tether.to !== "start" && tether.to !== "marker" && inside.has(tether.id)))
    return { to: "start", offset: placed?.start ?? 0 };
  return tether;
}

/** Why a group cannot be dissolved without moving anything; undefined if it can. */
export function dissolveProblem(study: Study, id: string): string | undefined {
  const { byId, membersOf } = placeItems(study);
  const placed = byId.get(id);
  if (placed?.item.type !== "group") return "That is no group.";
  if (placed.iterations)
    return "It repeats or runs backwards: set it to one iteration, direction normal, first.";
  if (placed.inside && placed.inside.freezes.length > 0)
    return "A freeze in it would stop everything.";
  const starts = (placed.inside ? membersOf(placed.inside) : []).map(({ start }) => start);
  const [first, last] = [Math.min(0, ...starts), Math.max(0, ...starts)];
  const outside = (inside: number) => placed.start + inside / rateOf(placed.item as Group);
  if (delaysOnlySome(placed.level, outside(first), outside(last)))
    return "A freeze of some figures lies in it: it would delay what has not begun.";
  if (placed.item.fill !== undefined && placed.item.fill !== "forwards")
    return "Its fill would be lost: set it to forwards first.";
  return undefined;
}

/**
 * Dissolves a group. Nothing moves: its playback rate is worked into the times of its members, which take over the
 * group's tether or keep their tethers to each other. See `dissolveProblem`.
 */
export const dissolveSequenceGroup = defineEdit<{ id: string }>(
  "dissolve group",
  (draft, { id }, study) => {
    if (dissolveProblem(study, id)) return;
    const { byId } = placeItems(study);
    const placed = byId.get(id);
    const list = listHolding(draft, id);
    const index = list?.findIndex((item) => item.id === id) ?? -1;
    const group = list?.[index];
    if (!placed || !list || group?.type !== "group") return;
    const rate = rateOf(placed.item as Group);
    const memberIds = new Set(group.items.map((member) => member.id));
    for (const member of group.items) {
      const own = byId.get(member.id);
      if (!own) continue;
      const { tether } = member;
      if (tether.to === "item" && memberIds.has(tether.id))
        setTether(member, { ...tether, offset: tether.offset / rate });
      else if (tether.to === "start")
        setTether(member, {
          ...placed.item.tether,
          offset: placed.item.tether.offset + tether.offset / rate,
        });
      else setTether(member, { to: "start", offset: placed.start + own.start / rate });
      if (rate !== 1) scaleRate(member, rate);
      if (placed.item.disabled) member.disabled = true;
    }
    // Items tethered to the group's end are re-attached to its last member, those tethered to its start to the group's
    // anchor.
    const last = group.items
      .map((member) => byId.get(member.id))
      .filter((member) => member !== undefined)
      .sort((a, b) => b.start + b.shown - (a.start + a.shown))[0];
    const level = placed.level;
    for (const item of draftItems(draft.sequence)) {
      const { tether } = item;
      const own = byId.get(item.id);
      if (tether.to !== "item" || tether.id !== id || tether.edge !== "end" || !last || !own)
        continue;
      if (own.level !== level || last.item.type === "cue") continue;
      const end = placed.start + (last.start + last.shown) / rate;
      setTether(item, { to: "item", id: last.item.id, edge: "end", offset: own.start - end });
    }
    retether(draft, new Set([id]), study);
    const members = [...group.items];
    list.splice(index, 1, ...members);
    // The anchor of a member may depend on a freeze that depends on the member: then the member gets a fixed start.
    if (placeItems(stateOf(draft)).loop.length === 0) return;
    for (const member of members) {
      const own = byId.get(member.id);
      if (own && member.tether.to === placed.item.tether.to)
        setTether(member, { to: "start", offset: placed.start + own.start / rate });
    }
  },
);

/** Makes an item play `rate` times as fast. */
function scaleRate(item: Draft<SequenceItem>, rate: number): void {
  if (item.type === "group") {
    item.rate = rateOf(item as Group) * rate;
    return;
  }
  if (item.type === "shake") {
    item.duration /= rate;
    item.frequency *= rate;
  }
  if (item.type !== "tween") return;
  mapTimes(item, (time) => time / rate);
  if (item.pause) item.pause /= rate;
  if (!item.stagger) return;
  item.stagger.gap /= rate;
  const { front } = item.stagger;
  if (front?.time !== undefined) front.time /= rate;
  else if (front) front.speed = (front.speed ?? 600) * rate;
}
