import { type Draft, original } from "immer";
import type { ChannelId, Key, SequenceItem, Study, Track, Tween } from "../../study/index.ts";

/** A key inside a draft, with what holds it. */
export interface DraftKey {
  readonly tween: Draft<Tween>;
  readonly track: Draft<Track>;
  readonly key: Draft<Key>;
  readonly index: number;
}

/** Everything of a draft's sequence, what is in groups too, each group before its members. */
export function* draftItems(items: Draft<SequenceItem>[]): Generator<Draft<SequenceItem>> {
  for (const item of items) {
    yield item;
    if (item.type === "group") yield* draftItems(item.items);
  }
}

const knownWays = new WeakMap<readonly SequenceItem[], ReadonlyMap<string, readonly number[]>>();

/** The ways to the items of a sequence, by indices; made once for each state of it. */
function waysIn(sequence: readonly SequenceItem[]): ReadonlyMap<string, readonly number[]> {
  let ways = knownWays.get(sequence);
  if (!ways) {
    const found = new Map<string, readonly number[]>();
    const enter = (items: readonly SequenceItem[], way: readonly number[]) =>
      items.forEach((item, i) => {
        found.set(item.id, [...way, i]);
        if (item.type === "group") enter(item.items, [...way, i]);
      });
    enter(sequence, []);
    ways = found;
    knownWays.set(sequence, ways);
  }
  return ways;
}

/**
 * Finds an item in a draft to whose sequence nothing was added and from which nothing was taken yet. It is looked
 * for in the study beneath, so that only what is touched gets a stand-in.
 */
export function draftItem(draft: Draft<Study>, id: string): Draft<SequenceItem> | undefined {
  const way = waysIn((original(draft) ?? draft).sequence as SequenceItem[]).get(id);
  let items: Draft<SequenceItem>[] = draft.sequence;
  let found: Draft<SequenceItem> | undefined;
  for (const index of way ?? []) {
    found = items[index];
    if (found?.type === "group") items = found.items;
  }
  return found;
}

/** Every tween of a draft, those in groups too. */
export function* draftTweens(items: Draft<SequenceItem>[]): Generator<Draft<Tween>> {
  for (const item of items) {
    if (item.type === "tween") yield item;
    else if (item.type === "group") yield* draftTweens(item.items);
  }
}

/** The ways to keys, from the sequence: items, track and key by index. */
interface KeyWay {
  readonly items: readonly number[];
  readonly track: number;
  readonly key: number;
}

type KeyPlace = Omit<KeyWay, "items">;

/** Where the keys of a tween are, by their ids; made once for each tween that is searched. */
const knownPlaces = new WeakMap<Tween, ReadonlyMap<string, KeyPlace>>();

function placesIn(tween: Tween): ReadonlyMap<string, KeyPlace> {
  let places = knownPlaces.get(tween);
  if (!places) {
    places = new Map(
      tween.tracks.flatMap(({ keys }, track) => keys.map(({ id }, key) => [id, { track, key }])),
    );
    knownPlaces.set(tween, places);
  }
  return places;
}

function findKeyWay(items: readonly SequenceItem[], keyId: string): KeyWay | undefined {
  for (const [i, item] of items.entries()) {
    if (item.type === "group") {
      const inner = findKeyWay(item.items, keyId);
      if (inner) return { ...inner, items: [i, ...inner.items] };
    }
    if (item.type !== "tween") continue;
    const place = placesIn(item).get(keyId);
    if (place) return { items: [i], ...place };
  }
  return undefined;
}

/**
 * Finds a key in a draft from which nothing was added or taken away yet. It is looked for in the study
 * beneath: a draft makes a stand-in for all that is touched, and touching 60,000 keys takes a while.
 */
export function draftKey(draft: Draft<Study>, keyId: string): DraftKey | undefined {
  const way = findKeyWay((original(draft) ?? draft).sequence as SequenceItem[], keyId);
  if (!way) return undefined;
  let items = draft.sequence;
  let found: Draft<SequenceItem> | undefined;
  for (const index of way.items) {
    found = items[index];
    if (found?.type === "group") items = found.items;
  }
  if (found?.type !== "tween") return undefined;
  const track = found.tracks[way.track];
  const key = track?.keys[way.key];
  return track && key ? { tween: found, track, key, index: way.key } : undefined;
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

/** The list of a draft in which an item stands. */
export function listHolding(draft: Draft<Study>, id: string): Draft<SequenceItem>[] | undefined {
  if (draft.sequence.some((item) => item.id === id)) return draft.sequence;
  for (const item of draftItems(draft.sequence))
    if (item.type === "group" && item.items.some((member) => member.id === id)) return item.items;
  return undefined;
}
