import type { Draft } from "immer";
import {
  channelOf,
  eachTween,
  findTween,
  type Key,
  type Study,
  type Track,
  type Tween,
  tweenLength,
} from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { extentOf } from "../../value/index.ts";
import { inWaves } from "../dependencies.ts";
import { defineEdit } from "../history/change.ts";
import { draftItemsOf, draftKeys, draftTweens } from "../history/find.ts";
import { withPartners } from "../spatialPath/spacePoints.ts";
import { mapTimes, moveOrigin, setKeyTime, settleKeys, stateOf } from "../tween.ts";

/** A key that is one of several chosen ones. */
interface Chosen {
  readonly tween: Tween;
  readonly track: Track;
  readonly key: Key;
  readonly index: number;
  /** ms in the study's time. */
  readonly time: number;
}

/** The chosen keys of a study and their partners on paths, in order of the sequence. */
export function chosenKeys(study: Study, keyIds: readonly string[]): Chosen[] {
  if (keyIds.length === 0) return [];
  const ids = withPartners(study, keyIds);
  const { outer } = placeItems(study);
  const chosen: Chosen[] = [];
  for (const tween of eachTween(study.sequence)) {
    for (const track of tween.tracks)
      track.keys.forEach((key, index) => {
        if (ids.has(key.id))
          chosen.push({ tween, track, key, index, time: outer(tween.id, key.time) });
      });
  }
  return chosen;
}

/** The first and last time of some keys, ms of the study; undefined for none. */
export function stretchOf(
  study: Study,
  keyIds: readonly string[],
): { readonly from: number; readonly to: number } | undefined {
  const times = chosenKeys(study, keyIds).map(({ time }) => time);
  if (times.length === 0) return undefined;
  const [from, to] = extentOf(times);
  return { from, to };
}

/**
 * Moves keys together, in time (ms) and, where they are numbers, in value. They stop before one of them would pass a
 * key that is not chosen, or the start of the study.
 */
export const moveKeys = defineEdit<{
  keyIds: readonly string[];
  time?: number;
  value?: number;
}>("move keys", (draft, { keyIds, time = 0, value = 0 }, study) => {
  const chosen = chosenKeys(study, keyIds);
  const own = new Set(keyIds);
  const moving = new Set(chosen.map(({ key }) => key.id));
  const { outer } = placeItems(study);
  let by = time;
  for (const { tween, track, index, time: at } of chosen) {
    by = Math.max(by, Math.min(-at, 0));
    const before = track.keys[index - 1];
    const after = track.keys[index + 1];
    if (before && !moving.has(before.id)) by = Math.max(by, outer(tween.id, before.time) - at);
    if (after && !moving.has(after.id)) by = Math.min(by, outer(tween.id, after.time) - at);
  }
  retime(draft, study, chosen, (at) => at + by);
  if (value === 0) return;
  for (const { track, key } of draftKeys(draft, own).values()) {
    const { kind } = channelOf(track.channel);
    if (kind !== "number" && kind !== "angle") continue;
    if (typeof key.value === "number") key.value += value;
  }
});

/**
 * Scales the times of keys about a fixed time. `factor` is limited so that no key passes one that is not chosen, or
 * the start of the study; it never goes below 0.
 */
export const stretchKeys = defineEdit<{
  keyIds: readonly string[];
  /** ms in the study's time. */
  about: number;
  factor: number;
}>("stretch keys", (draft, { keyIds, about, factor }, study) => {
  const chosen = chosenKeys(study, keyIds);
  const moving = new Set(chosen.map(({ key }) => key.id));
  const { outer } = placeItems(study);
  let by = Math.max(factor, 0);
  // A key at `from` must stay on its side of `limit`: about + (from − about) · factor ≤ limit, or ≥ limit.
  const keepBefore = (from: number, limit: number) => {
    const distance = from - about;
    if (distance > 0) by = Math.min(by, (limit - about) / distance);
    else if (distance < 0) by = Math.max(by, (limit - about) / distance);
  };
  const keepAfter = (from: number, limit: number) => {
    const distance = from - about;
    if (distance > 0) by = Math.max(by, (limit - about) / distance);
    else if (distance < 0) by = Math.min(by, (limit - about) / distance);
  };
  for (const { tween, track, index, time } of chosen) {
    const before = track.keys[index - 1];
    const after = track.keys[index + 1];
    if (before && !moving.has(before.id)) keepAfter(time, outer(tween.id, before.time));
    if (after && !moving.has(after.id)) keepBefore(time, outer(tween.id, after.time));
    if (time < about) keepAfter(time, Math.min(0, time));
  }
  by = Math.max(by, 0);
  retime(draft, study, chosen, (at) => about + (at - about) * by);
});

/**
 * Sets new times of chosen keys; rounding never changes their order. Tweens that depend on others among them are
 * handled later, so that keys which moved along with a tether are not moved twice.
 */
function retime(
  draft: Draft<Study>,
  study: Study,
  chosen: readonly Chosen[],
  map: (time: number) => number,
): void {
  const byTween = new Map<string, Chosen[]>();
  for (const each of chosen) {
    const list = byTween.get(each.tween.id);
    if (list) list.push(each);
    else byTween.set(each.tween.id, [each]);
  }
  inWaves(study, [...byTween.keys()]).forEach((wave, i) => {
    const { within, outer } = placeItems(i === 0 ? study : stateOf(draft));
    for (const [id, tween] of draftItemsOf(draft, wave)) {
      if (tween.type !== "tween") continue;
      for (const { track, index, key, time } of byTween.get(id) ?? []) {
        const target = tween.tracks.find((each) => each.channel === track.channel)?.keys[index];
        const wanted = map(time);
        // A key that moved along with its tween and is already at its new time keeps its own time to the last digit.
        if (target && Math.abs(outer(id, key.time) - wanted) > SAME_TIME)
          setKeyTime(target, within(id, wanted));
      }
      for (const track of tween.tracks)
        for (let at = 1; at < track.keys.length; at++) {
          const [before, here] = [track.keys[at - 1], track.keys[at]];
          if (before && here && here.time < before.time) setKeyTime(here, before.time);
        }
      settleKeys(draft, study, tween, { followsFirstKey: true });
    }
  });
}

/** Times closer than this are equal, ms. */
const SAME_TIME = 1e-9;

/** The shortest length a tween can be stretched to, ms: a length of 0 could not be stretched back. */
const SHORTEST = 1;

/** Stretches a tween by moving its start or its end to a time of the study; its keys keep their proportions. */
export const stretchTween = defineEdit<{
  tweenId: string;
  edge: "start" | "end";
  time: number;
}>("stretch tween", (draft, { tweenId, edge, time }, study) => {
  const tween = findTween(study, tweenId);
  const length = tween ? tweenLength(tween) : 0;
  const cut = tween?.clip?.from ?? 0;
  if (!tween || length <= 0) return;
  const { outer } = placeItems(study);
  const [start, end] = [outer(tweenId, cut), outer(tweenId, cut + length)];
  const wanted = edge === "end" ? time - start : end - Math.max(time, Math.min(0, start));
  const factor = Math.max(wanted, SHORTEST) / (end - start);
  for (const target of draftTweens(draft.sequence)) {
    if (target.id !== tweenId) continue;
    mapTimes(target, (time) => time * factor);
    if (edge === "start") moveOrigin(target, length - length * factor);
  }
});
