import type { Draft } from "immer";
import type { ChannelId, Key, SequenceItem, Study, Track, Tween } from "../study/index.ts";

/** A key inside a draft, with what holds it. */
export interface DraftKey {
  readonly tween: Draft<Tween>;
  readonly track: Draft<Track>;
  readonly key: Draft<Key>;
  readonly index: number;
}

/** Every tween of a draft, those in groups too. */
export function* draftTweens(items: Draft<SequenceItem>[]): Generator<Draft<Tween>> {
  for (const item of items) {
    if (item.type === "tween") yield item;
    else if (item.type === "group") yield* draftTweens(item.items);
  }
}

/** Finds a key in a draft. */
export function draftKey(draft: Draft<Study>, keyId: string): DraftKey | undefined {
  for (const tween of draftTweens(draft.sequence))
    for (const track of tween.tracks) {
      const index = track.keys.findIndex((key) => key.id === keyId);
      const key = track.keys[index];
      if (key) return { tween, track, key, index };
    }
  return undefined;
}

/** The track of a tween that drives a channel. */
export function draftTrack(
  draft: Draft<Study>,
  tweenId: string,
  channel: ChannelId,
): Draft<Track> | undefined {
  for (const tween of draftTweens(draft.sequence))
    if (tween.id === tweenId) return tween.tracks.find((track) => track.channel === channel);
  return undefined;
}
