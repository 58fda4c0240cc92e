import type { Curve } from "../curve/index.ts";
import { LINEAR } from "../curve/index.ts";
import type { ChannelId } from "./channels.ts";
import type { Group, Key, SequenceItem, Study, Track, Tween } from "./study.ts";

/** A key with the track and the tween that contain it. */
export interface KeyPlace {
  readonly tween: Tween;
  readonly track: Track;
  readonly key: Key;
  /** Index of the key in its track. */
  readonly index: number;
}

/** Every tween of a study, those in groups too, in array order. */
export function* eachTween(items: readonly SequenceItem[]): Generator<Tween> {
  for (const item of items) {
    if (item.type === "tween") yield item;
    else if (item.type === "group") yield* eachTween((item as Group).items);
  }
}

/** All items of a sequence, including those in groups; each group comes before its members. */
export function* eachItem(items: readonly SequenceItem[]): Generator<SequenceItem> {
  for (const item of items) {
    yield item;
    if (item.type === "group") yield* eachItem(item.items);
  }
}

/** Finds an item of the sequence by its id, in groups too; undefined if there is none. */
export function findItem(
  { sequence }: Pick<Study, "sequence">,
  id: string,
): SequenceItem | undefined {
  for (const item of eachItem(sequence)) if (item.id === id) return item;
  return undefined;
}

/** Finds a key by its id; undefined if there is none. */
export function findKey(study: Study, keyId: string): KeyPlace | undefined {
  for (const tween of eachTween(study.sequence))
    for (const track of tween.tracks) {
      const index = track.keys.findIndex((key) => key.id === keyId);
      const key = track.keys[index];
      if (key) return { tween, track, key, index };
    }
  return undefined;
}

/** Finds a tween by its id, in groups too; undefined if there is none. */
export function findTween(study: Study, tweenId: string): Tween | undefined {
  for (const tween of eachTween(study.sequence)) if (tween.id === tweenId) return tween;
  return undefined;
}

/** The tracks that drive one channel of one figure, with their tweens, in array order. */
export function tracksOf(
  study: Study,
  figureId: string,
  channel: ChannelId,
): { readonly tween: Tween; readonly track: Track }[] {
  const found: { tween: Tween; track: Track }[] = [];
  for (const tween of eachTween(study.sequence)) {
    if (!tween.figures.includes(figureId)) continue;
    for (const track of tween.tracks) if (track.channel === channel) found.push({ tween, track });
  }
  return found;
}

/** The curve of the span that begins at a key, with a reference to a shared curve resolved; linear by default. */
export function curveOfKey(study: Pick<Study, "curves">, key: Pick<Key, "curve">): Curve {
  const { curve } = key;
  if (curve === undefined) return LINEAR;
  if ("shared" in curve) {
    return study.curves.find((shared) => shared.id === curve.shared)?.curve ?? LINEAR;
  }
  return curve;
}

/** Duration of one iteration of a tween, ms: up to its last key, or the length of its clip. */
export function tweenLength(tween: Pick<Tween, "tracks" | "clip">): number {
  return tween.clip ? Math.max(tween.clip.to - tween.clip.from, 0) : keysLength(tween);
}

/** The time of the last key of a tween, ms of its keys, whether it plays or not. */
export function keysLength(tween: Pick<Tween, "tracks">): number {
  let end = 0;
  for (const track of tween.tracks) end = Math.max(end, track.keys.at(-1)?.time ?? 0);
  return end;
}
