import type { Draft } from "immer";
import { HOLD } from "../../curve/index.ts";
import {
  type CompiledTrack,
  compiledTracks,
  compileStudy,
  curveSource,
  trackValue,
} from "../../motion/index.ts";
import {
  channelOf,
  type Figure,
  type Fill,
  findTween,
  type Key,
  keysLength,
  type SequenceItem,
  type Study,
  type Track,
  type Tween,
  tweenLength,
} from "../../study/index.ts";
import { type Placed, placeItems } from "../../timeline/index.ts";
import { extentOf, printHexColor, roundTo } from "../../value/index.ts";
import { delaysOnlySome } from "../dependencies.ts";
import { defineEdit } from "../history/change.ts";
import { draftItems, draftTweens, listHolding } from "../history/find.ts";
import { clipOf, cutTo, moveOrigin, SAME_CLIP, setClip, setTether } from "../tween.ts";
import { hangsOnEnd, removeItems } from "./removeItems.ts";

/** The shortest length a tween can be trimmed to, ms. */
const SHORTEST = 1;

/**
 * Moves the start or the end of a tween to another time of the study without moving its keys: keys that are cut off
 * are kept, and play again when it is extended. It is limited by its keys.
 */
export const trimTween = defineEdit<{ tweenId: string; edge: "start" | "end"; time: number }>(
  "trim tween",
  (draft, { tweenId, edge, time }, study) => {
    const tween = findTween(study, tweenId);
    if (!tween) return;
    const at = placeItems(study).within(tweenId, time);
    const { from, to } = clipOf(tween);
    for (const target of draftTweens(draft.sequence)) {
      if (target.id !== tweenId) continue;
      if (edge === "end") {
        // Its keys may have been deleted as far as where it begins.
        const least = from + SHORTEST;
        setClip(target, from, Math.max(Math.min(at, keysLength(tween)), least));
      } else {
        const begin = Math.max(Math.min(at, to - SHORTEST), 0);
        setClip(target, begin, to);
        moveOrigin(target, begin - from);
      }
    }
  },
);

/** Why a tween cannot be split at a time of the study; undefined if it can. */
export function splitProblem(study: Study, tweenId: string, time: number): string | undefined {
  const tween = findTween(study, tweenId);
  if (!tween) return "There is no such tween.";
  if (placeItems(study).byId.get(tweenId)?.iterations)
    return "It repeats: a part of it would repeat by itself.";
  const hasFound = tween.tracks.some(({ keys }) => keys.some(isFound));
  if (hasFound && tween.figures.length > 1)
    return "It takes values as found, which differ from figure to figure: set them first.";
  const at = placeItems(study).within(tweenId, time);
  const { from, to } = clipOf(tween);
  const placed = placeItems(study).byId.get(tweenId);
  if (placed && delaysOnlySome(placed.level, placed.start, placed.start + at - from))
    return "A freeze of some figures would delay its second part: let the freeze stop all first.";
  return at > from + SAME_CLIP && at < to - SAME_CLIP
    ? undefined
    : "The playhead is not inside it.";
}

/**
 * Splits a tween at a time of the study. Both parts keep all keys and play their own part, so that no value changes
 * whatever the curves are; the second is tethered to the end of the first. Found values become numbers. Of a relative
 * tween the second part adds only what follows the split.
 */
export const splitTween = defineEdit<{ tweenId: string; time: number; newId: () => string }>(
  "split tween",
  (draft, { tweenId, time, newId }, study) => {
    if (splitProblem(study, tweenId, time)) return;
    const tween = findTween(study, tweenId) as Tween;
    const at = placeItems(study).within(tweenId, time);
    const { from, to } = clipOf(tween);
    const list = listHolding(draft, tweenId);
    const index = list?.findIndex(({ id }) => id === tweenId) ?? -1;
    const first = list?.[index];
    if (!list || first?.type !== "tween") return;
    const { fill = "forwards" } = tween;
    const settled = { ...tween, tracks: withoutFound(study, tween) };
    const compiled = compiledTracks(settled, curveSource(study.curves));
    const second: Tween = {
      ...tween,
      id: newId(),
      name: `${tween.name} 2`,
      tether: tween.stagger
        ? { to: "item", id: tweenId, edge: "start", offset: at - from }
        : { to: "item", id: tweenId, edge: "end", offset: 0 },
      tracks: withoutFound(study, tween).map((track, i) => {
        const base = heldAt(compiled[i], track, at, fill);
        return {
          ...track,
          keys: track.keys.map((key) => ({
            ...key,
            id: newId(),
            ...(typeof key.value === "number" ? { value: key.value - base } : {}),
          })),
        };
      }),
      clip: { from: at, to },
      fill: fill === "both" ? "forwards" : fill === "backwards" ? "none" : fill,
    };
    cutTo(first, from, at);
    list.splice(index + 1, 0, second as Draft<Tween>);
    // Items tethered to its end are tethered to the end of the second part, which is the same time.
    for (const item of draftItems(draft.sequence))
      if (item.id !== second.id && hangsOnEnd(item.tether, tweenId))
        setTether(item, { ...item.tether, id: second.id });
  },
);

/** The value that the first part of a relative track still adds after the split; 0 for others. */
function heldAt(compiled: CompiledTrack | undefined, track: Track, at: number, fill: Fill): number {
  const begun = (track.keys[0]?.time ?? 0) <= at;
  const holds = fill === "forwards" || fill === "both";
  if (track.mode !== "relative" || !begun || !holds || !compiled) return 0;
  return trackValue(compiled, 0, at, 0);
}

/** The tracks of a tween with found values replaced by their numbers, for its first figure. */
function withoutFound(study: Study, tween: Tween): readonly Track[] {
  if (!tween.tracks.some(({ keys }) => keys.some(({ value }) => typeof value === "object")))
    return tween.tracks;
  // Shakes change what is shown, not the values that tweens find.
  const off = (items: readonly SequenceItem[]): SequenceItem[] =>
    items.map((item) =>
      item.id === tween.id || item.type === "shake"
        ? { ...item, disabled: true }
        : item.type === "group"
          ? { ...item, items: off(item.items) }
          : item,
    );
  const motion = compileStudy({ ...study, sequence: off(study.sequence) });
  const figure = tween.figures[0] as Figure["id"];
  const { outer } = placeItems(study);
  const poses = new Float64Array(motion.slotCount);
  return tween.tracks.map((track) => {
    if (!track.keys.some(({ value }) => typeof value === "object")) return track;
    motion.at(outer(tween.id, track.keys[0]?.time ?? 0, figure), poses);
    const slot = motion.slot(motion.figureIndex(figure), track.channel);
    const found =
      channelOf(track.channel).kind === "color"
        ? printHexColor(poses, slot)
        : (poses[slot] as number);
    return {
      ...track,
      keys: track.keys.map((key) =>
        typeof key.value === "object" ? { ...key, value: found } : key,
      ),
    };
  });
}

/** The tweens to join, in order of time, or why they cannot be joined. */
export function joinProblem(study: Study, ids: readonly string[]): string | undefined {
  const { byId } = placeItems(study);
  const placed = ids.flatMap((id) => byId.get(id) ?? []);
  if (placed.length < 2 || placed.some(({ item }) => item.type !== "tween"))
    return "Choose two tweens or more.";
  const sorted = [...placed].sort((a, b) => a.start - b.start);
  const tweens = sorted.map(({ item }) => item as Tween);
  const [first] = sorted;
  const one = tweens[0] as Tween;
  for (const [i, each] of sorted.entries()) {
    const tween = tweens[i] as Tween;
    if (each.level !== first?.level) return "They stand in different groups.";
    if (each.iterations) return `“${tween.name}” repeats.`;
    if (tween.stagger || tween.path) return `“${tween.name}” is staggered or goes along a path.`;
    if (tween.figures.join() !== one.figures.join()) return "They move different figures.";
    if (each.disabled !== first?.disabled) return "Some of them are switched off.";
    const isFirst = i === 0;
    if (!isFirst && (tween.fill === "backwards" || tween.fill === "both"))
      return `“${tween.name}” shows before it starts: set its fill to forwards first.`;
    if (!isFirst && tween.tracks.some(({ keys }) => keys.some(isFound)))
      return `“${tween.name}” takes values as found: set them first.`;
    const before = sorted[i - 1];
    if (before && each.start < before.start + before.length - SAME_CLIP)
      return `“${tween.name}” begins before “${before.item.name}” is over.`;
  }
  const begins = sorted.map(({ start }) => start);
  if (delaysOnlySome(first?.level, ...extentOf(begins)))
    return "A freeze of some figures lies between them: it delays only what has not begun.";
  if (areParts(tweens, begins)) return undefined;
  const letsGo = tweens.slice(0, -1).find(({ fill }) => fill === "none" || fill === "backwards");
  if (letsGo) return `“${letsGo.name}” does not hold its end: set its fill to forwards first.`;
  const between = playedBetween(study, sorted);
  if (between) return `“${between}” moves the same channel in between.`;
  if (tweens.some(({ clip }) => clip)) return "Some of them are trimmed.";
  for (const tween of tweens)
    for (const track of tween.tracks)
      for (const other of tweens)
        for (const same of other.tracks)
          if (
            same.channel === track.channel &&
            (same.mode !== track.mode || same.route !== track.route || same.space !== track.space)
          )
            return `They blend ${channelOf(track.channel).label} in different ways.`;
          else if (
            same !== track &&
            same.channel === track.channel &&
            (track.route ?? "none") !== "none"
          )
            return `Their ${channelOf(track.channel).label} takes a route, which would go on from the first of them: set it to none first.`;
  return undefined;
}

const isFound = ({ value }: Key): boolean => typeof value === "object";

/** The name of another tween that drives one of their channels while they play; undefined for none. */
function playedBetween(study: Study, sorted: readonly Placed[]): string | undefined {
  const [first, last] = [sorted[0], sorted.at(-1)];
  if (!first || !last) return undefined;
  const chosen = new Set(sorted.map(({ item }) => item.id));
  const figures = new Set((first.item as Tween).figures);
  const channels = new Set(
    sorted.flatMap(({ item }) => (item as Tween).tracks.map(({ channel }) => channel)),
  );
  const { byId, outer } = placeItems(study);
  const reach = (placed: Placed) => {
    const { from } = clipOf(placed.item as Tween);
    const start = outer(placed.item.id, from);
    return { start, end: start + placed.shown };
  };
  const from = reach(first).start;
  const to = reach(last).end;
  for (const placed of byId.values()) {
    const { item } = placed;
    if (item.type !== "tween" || chosen.has(item.id) || placed.disabled) continue;
    if (!item.figures.some((id) => figures.has(id))) continue;
    const cut = clipOf(item).from;
    for (const { channel, keys } of item.tracks) {
      if (!channels.has(channel)) continue;
      // A tween that starts before the first of them stays below all of them, one after the last above. Of a trimmed
      // one the first key decides where it lies, also when that is cut off.
      const first = keys[0]?.time ?? 0;
      const starts = [first, Math.max(cut, first)].map((time) => outer(item.id, time));
      if (starts.some((start) => start > from - SAME_CLIP && start < to - SAME_CLIP))
        return item.name;
    }
  }
  return undefined;
}

/** Whether tweens are the parts of one that was split, and still follow each other without a gap. */
function areParts(tweens: readonly Tween[], starts: readonly number[]): boolean {
  // Relative values count from a tween's first key, which differs between the parts.
  const plain = ({ tracks }: Tween) =>
    JSON.stringify(
      tracks.map(({ keys, ...rest }) => {
        const base = rest.mode === "relative" ? Number(keys[0]?.value) : 0;
        const values = keys.map(({ id, value, ...key }) => ({
          ...key,
          value: typeof value === "number" ? roundTo(value - base, 6) : value,
        }));
        return { ...rest, keys: values };
      }),
    );
  return tweens.every((tween, i) => {
    const before = tweens[i - 1];
    if (!before) return tween.clip !== undefined;
    const gap = (starts[i] as number) - (starts[i - 1] as number) - tweenLength(before);
    const meets = Math.abs(clipOf(before).to - clipOf(tween).from) < SAME_CLIP;
    return meets && Math.abs(gap) < SAME_CLIP && plain(tween) === plain(before);
  });
}

/**
 * Joins tweens that follow each other into one. No value changes: in a gap the value is held. Items tethered to a
 * tween that disappears are re-attached. See `joinProblem`.
 */
export const joinTweens = defineEdit<{ ids: readonly string[] }>(
  "join tweens",
  (draft, { ids }, study) => {
    if (joinProblem(study, ids)) return;
    const { byId } = placeItems(study);
    const sorted = ids.flatMap((id) => byId.get(id) ?? []).sort((a, b) => a.start - b.start);
    const tweens = sorted.map(({ item }) => item as Tween);
    const starts = sorted.map(({ start }) => start);
    const [first, last] = [tweens[0] as Tween, tweens.at(-1) as Tween];
    for (const target of draftTweens(draft.sequence)) {
      if (target.id !== first.id) continue;

      const fill = joinedFill(first, last);
      if (fill === "forwards") delete target.fill;
      else target.fill = fill;
      if (areParts(tweens, starts)) setClip(target, clipOf(first).from, clipOf(last).to);
      else target.tracks = joinedTracks(tweens, starts) as Draft<Track>[];
    }
    const level = sorted[0]?.level;
    for (const item of draftItems(draft.sequence)) {
      const own = byId.get(item.id);
      const { tether } = item;
      if (!own || tether.to !== "item" || ids.includes(item.id)) continue;
      const inner = tweens.some(
        ({ id }, i) => tether.id === id && (i > 0 || tether.edge === "end"),
      );
      if (!inner) continue;
      // A tether to the end of the last tween becomes one to the end of the joined tween; other edges no longer exist.
      if (hangsOnEnd(tether, last.id)) setTether(item, { ...tether, id: first.id });
      else if (own.level === level) {
        const offset = own.start - (starts[0] as number);
        setTether(item, { to: "item", id: first.id, edge: "start", offset });
      } else setTether(item, { to: "start", offset: own.start });
    }
    removeItems(draft, new Set(tweens.slice(1).map(({ id }) => id)), study);
  },
);

/** The fill of joined tweens: before the first as the first has it, after the last as the last has it. */
function joinedFill(first: Tween, last: Tween): Fill {
  const isEarly = first.fill === "backwards" || first.fill === "both";
  const isKept = last.fill === undefined || last.fill === "forwards" || last.fill === "both";
  return isEarly ? (isKept ? "both" : "backwards") : isKept ? "forwards" : "none";
}

/** The tracks of tweens in order of time, as those of one tween that starts with the first. */
function joinedTracks(tweens: readonly Tween[], starts: readonly number[]): Track[] {
  const tracks: Track[] = [];
  tweens.forEach((tween, i) => {
    const shift = (starts[i] as number) - (starts[0] as number);
    for (const track of tween.tracks) {
      const at = tracks.findIndex(({ channel }) => channel === track.channel);
      const before = tracks[at];
      // Rounding must not put the first of them before the last key that is already there.
      const earliest = before?.keys.at(-1)?.time ?? 0;
      const moved = track.keys.map((key) => ({
        ...key,
        time: Math.max(key.time + shift, earliest),
      }));
      if (!before) {
        tracks.push({ ...track, keys: moved });
        continue;
      }
      const end = before.keys.at(-1) as Key;
      // Relative values continue from what the previous tween has added.
      const base = track.mode === "relative" && typeof end.value === "number" ? end.value : 0;
      const fresh = moved.map((key) =>
        typeof key.value === "number" ? { ...key, value: key.value + base } : key,
      );
      const [next, ...rest] = fresh as [Key, ...Key[]];
      const meets = Math.abs(next.time - end.time) < SAME_CLIP && next.value === end.value;
      tracks[at] = {
        ...before,
        keys: meets
          ? [
              ...before.keys.slice(0, -1),
              { ...end, ...(next.curve ? { curve: next.curve } : {}) },
              ...rest,
            ]
          : [...before.keys.slice(0, -1), { ...end, curve: HOLD }, next, ...rest],
      };
    }
  });
  return tracks;
}
