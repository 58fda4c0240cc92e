import { current, type Draft, isDraft, original } from "immer";
import type { Curve } from "../curve/index.ts";
import {
  type CurveReference,
  eachItem,
  findTween,
  type Study,
  spacePathOf,
  type Tween,
} from "../study/index.ts";
import { iterationsOf, placeItems } from "../timeline/index.ts";
import { type DraftKey, draftItem } from "./history/find.ts";
import { partnerOf } from "./spatialPath/spacePoints.ts";

/**
 * How the keys of a tween lie in time: its origin, the part that plays, the keys that form pairs along a path, and the
 * items tethered to it. The one module that knows this; every edit that changes keys ends with `settleKeys`.
 */

/** The time of the first key of a tween, ms of its keys; 0 for a tween without keys. */
export function firstKeyTime(tween: Pick<Tween, "tracks">): number {
  let first = Number.POSITIVE_INFINITY;
  for (const { keys } of tween.tracks) first = Math.min(first, keys[0]?.time ?? first);
  return Number.isFinite(first) ? first : 0;
}

/** The current state of a draft. */
export function stateOf(draft: Draft<Study>): Study {
  return (isDraft(draft) ? current(draft) : draft) as Study;
}

/**
 * Makes a tween valid again after its keys were changed, without moving any key in the study's time. A key before the
 * tween's origin moves the origin back. With `followsFirstKey` a tween that began at its first key, plays whole and
 * does not repeat begins at its first key again, and items tethered to its start move along; in all other cases no
 * tethered item moves. A path whose keys no longer form pairs becomes two curves.
 *
 * @param study the state before the edit
 */
export function settleKeys(
  draft: Draft<Study>,
  study: Study,
  tween: Draft<Tween>,
  { followsFirstKey = false }: { readonly followsFirstKey?: boolean } = {},
): void {
  const before = findTween(study, tween.id);
  const first = firstKeyTime(tween as Tween);
  const beganThere = before !== undefined && firstKeyTime(before) === 0;
  const repeats = before !== undefined && iterationsOf(before, 0) !== undefined;
  const follows = followsFirstKey && beganThere && !tween.clip && !repeats;
  const shift = first < 0 || follows ? first : 0;
  if (shift !== 0) {
    for (const track of tween.tracks) for (const key of track.keys) key.time -= shift;
    if (tween.clip) tween.clip = { from: tween.clip.from - shift, to: tween.clip.to - shift };
    else {
      tween.tether.offset += shift;
      if (!follows) keepStarts(draft, study, tetheredToStart(study, tween.id));
    }
  }
  if (before?.path && spacePathOf(before) && !spacePathOf(tween as Tween)) delete tween.path;
}

/** Ids of the items that are tethered to the start of an item. */
function tetheredToStart(study: Study, id: string): string[] {
  const found: string[] = [];
  for (const item of eachItem(study.sequence)) {
    const { tether } = item;
    if (tether.to === "item" && tether.id === id && tether.edge === "start") found.push(item.id);
  }
  return found;
}

/** Re-attaches items so that they start when they did in the state before the edit. */
function keepStarts(draft: Draft<Study>, study: Study, ids: readonly string[]): void {
  if (ids.length === 0) return;
  const was = placeItems(study).byId;
  const now = placeItems(stateOf(draft)).byId;
  for (const id of ids) {
    const item = draftItem(draft, id);
    const by = (was.get(id)?.start ?? 0) - (now.get(id)?.start ?? 0);
    if (item && Math.abs(by) > 1e-9) item.tether.offset += by;
  }
}

/**
 * Sets the curve of the span that begins at a key, or the shared curve it follows. Along a path both keys of the pair
 * get it, since one curve times both.
 */
export function giveSpanCurve(
  { tween, key, index }: DraftKey,
  curve: Curve | CurveReference,
): void {
  const source = isDraft(tween) ? (original(tween) as Tween) : (tween as Tween);
  const partner = partnerOf(source, key.id);
  key.curve = curve as Draft<Curve | CurveReference>;
  for (const track of partner ? tween.tracks : []) {
    const other = track.keys[index];
    if (other?.id === partner?.id && other) other.curve = curve as Draft<Curve | CurveReference>;
  }
}

/** The key whose curve times the span beginning at a key: along a path that of x. */
export function timingKey(tween: Tween, keyId: string): string {
  const path = spacePathOf(tween);
  const index = path?.y.keys.findIndex((key) => key.id === keyId) ?? -1;
  return path?.x.keys[index]?.id ?? keyId;
}

/** An id that is not used in a study: the one wanted, or that one with a number. */
export function freshId(draft: Draft<Study>, wanted: string): string {
  const taken = new Set<string>();
  for (const item of eachItem(stateOf(draft).sequence)) {
    taken.add(item.id);
    if (item.type === "tween")
      for (const { keys } of item.tracks) for (const { id } of keys) taken.add(id);
  }
  let id = wanted.slice(0, 190);
  for (let n = 2; taken.has(id); n++) id = `${wanted.slice(0, 180)}-${n}`;
  return id;
}
