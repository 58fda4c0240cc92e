import { current, type Draft, isDraft, original } from "immer";
import type { Curve } from "../curve/index.ts";
import {
  type CurveReference,
  eachItem,
  findTween,
  type Key,
  keysLength,
  type SequenceItem,
  type Study,
  spacePathOf,
  type Tether,
  type Tween,
} from "../study/index.ts";
import { iterationsOf, placeItems } from "../timeline/index.ts";
import { type DraftKey, draftItem } from "./history/find.ts";

/**
 * How items lie in time: what they are tethered to, and of a tween its origin, the part that plays, the times and curves
 * of its keys, and the keys that form pairs along a path. The one module that writes these; a lint rule refuses it
 * elsewhere (`lint/oneWriter.grit`). Every edit that changes keys ends with `settleKeys`.
 */

/** Tethers an item to something else. */
export function setTether(item: Draft<SequenceItem>, tether: Tether): void {
  item.tether = tether as Draft<Tether>;
}

/** Moves the origin of an item, and with it all its keys, by ms of its level. */
export function moveOrigin(item: Draft<SequenceItem>, by: number): void {
  item.tether.offset += by;
}

/** Moves the origin of a tween by ms, and no key; a tween that plays a part of its keys still starts when it did. */
export function moveOriginOnly(tween: Draft<Tween>, by: number): void {
  for (const track of tween.tracks) for (const key of track.keys) key.time -= by;
  if (tween.clip) tween.clip = { from: tween.clip.from - by, to: tween.clip.to - by };
  else tween.tether.offset += by;
}

/** Sets the time of a key, ms of its tween. */
export function setKeyTime(key: Draft<Key>, time: number): void {
  key.time = time;
}

/** Sets other times for all keys of a tween and for the part of it that plays; `map` grows with the time. */
export function mapTimes(tween: Draft<Tween>, map: (time: number) => number): void {
  for (const track of tween.tracks) for (const key of track.keys) key.time = map(key.time);
  if (tween.clip) tween.clip = { from: map(tween.clip.from), to: map(tween.clip.to) };
}

/** Times closer than this are equal when a tween is trimmed, ms. */
export const SAME_CLIP = 1e-6;

/** The part of a tween that plays, ms of its keys. */
export function clipOf(tween: Tween): { readonly from: number; readonly to: number } {
  return tween.clip ?? { from: 0, to: keysLength(tween) };
}

/** Has a tween play a part of its keys, ms, also where that is all of them: keys that are added later are outside. */
export function cutTo(tween: Draft<Tween>, from: number, to: number): void {
  tween.clip = { from, to };
}

/** Sets the part of a tween that plays, ms of its keys; a tween that plays whole says nothing of it. */
export function setClip(tween: Draft<Tween>, from: number, to: number): void {
  if (from <= SAME_CLIP && to >= keysLength(tween as Tween) - SAME_CLIP) delete tween.clip;
  else cutTo(tween, from, to);
}

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
    moveOriginOnly(tween, shift);
    if (!tween.clip && !follows) keepStarts(draft, study, tetheredToStart(study, tween.id));
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
  setKeyCurve(key, curve);
  for (const track of partner ? tween.tracks : []) {
    const other = track.keys[index];
    if (other && other.id === partner?.id) setKeyCurve(other, curve);
  }
}

/** Sets the curve of the span that begins at a key, or the shared curve it follows. */
export function setKeyCurve(key: Draft<Key>, curve: Curve | CurveReference): void {
  key.curve = curve as Draft<Curve | CurveReference>;
}

/** Changes the curve of a span: the shared one, for all spans that follow it, or its own. */
export function reshapeCurve(draft: Draft<Study>, found: DraftKey, curve: Curve): void {
  const { curve: own } = found.key;
  const shared =
    own && "shared" in own ? draft.curves.find((each) => each.id === own.shared) : undefined;
  if (shared) shared.curve = curve as Draft<Curve>;
  else giveSpanCurve(found, curve);
}

/**
 * Gives the two halves of a span that was split their curves; where its curve cannot be split the second has the whole
 * one, as the first.
 */
export function splitSpan(
  first: Draft<Key>,
  second: Draft<Key>,
  parts: readonly [Curve, Curve] | undefined,
): void {
  if (parts) {
    setKeyCurve(first, parts[0]);
    setKeyCurve(second, parts[1]);
  } else if (first.curve) second.curve = first.curve;
}

/** The other key of a pair on a path through space; undefined for any other key. */
export function partnerOf(tween: Tween, keyId: string): Key | undefined {
  const path = spacePathOf(tween);
  if (!path) return undefined;
  const atX = path.x.keys.findIndex((key) => key.id === keyId);
  if (atX >= 0) return path.y.keys[atX];
  const atY = path.y.keys.findIndex((key) => key.id === keyId);
  return atY >= 0 ? path.x.keys[atY] : undefined;
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
