import { type Draft, original } from "immer";
import type {
  ChannelId,
  Figure,
  Key,
  SequenceItem,
  Study,
  Track,
  Tween,
} from "../../study/index.ts";

/** A key of a draft with its track and tween. */
export interface DraftKey {
  readonly tween: Draft<Tween>;
  readonly track: Draft<Track>;
  readonly key: Draft<Key>;
  readonly index: number;
}

/** All items of a draft's sequence, including those in groups; each group comes before its members. */
export function* draftItems(items: Draft<SequenceItem>[]): Generator<Draft<SequenceItem>> {
  for (const item of items) {
    yield item;
    if (item.type === "group") yield* draftItems(item.items);
  }
}

/** Finds the paths to some items in one walk: the index of each, after those of the groups around it. */
function findItemPaths(
  items: readonly SequenceItem[],
  wanted: ReadonlySet<string>,
  around: readonly number[],
  found: Map<string, readonly number[]>,
): void {
  for (let i = 0; i < items.length && found.size < wanted.size; i++) {
    const item = items[i] as SequenceItem;
    if (wanted.has(item.id) && !found.has(item.id)) found.set(item.id, [...around, i]);
    if (item.type === "group") findItemPaths(item.items, wanted, [...around, i], found);
  }
}

/** The item of a draft at a path. */
function itemAt(draft: Draft<Study>, path: readonly number[]): Draft<SequenceItem> | undefined {
  let items: Draft<SequenceItem>[] = draft.sequence;
  let found: Draft<SequenceItem> | undefined;
  for (const index of path) {
    found = items[index];
    if (found?.type === "group") items = found.items;
  }
  return found;
}

/**
 * Finds items in a draft to whose sequence nothing was added or removed yet. The search reads the original study, so
 * that Immer makes proxies only for what is changed.
 */
export function draftItemsOf(
  draft: Draft<Study>,
  ids: Iterable<string>,
): ReadonlyMap<string, Draft<SequenceItem>> {
  const paths = new Map<string, readonly number[]>();
  findItemPaths((original(draft) ?? draft).sequence as SequenceItem[], new Set(ids), [], paths);
  const found = new Map<string, Draft<SequenceItem>>();
  for (const [id, path] of paths) {
    const item = itemAt(draft, path);
    if (item) found.set(id, item);
  }
  return found;
}

/** Finds one item; see `draftItemsOf`. */
export function draftItem(draft: Draft<Study>, id: string): Draft<SequenceItem> | undefined {
  return draftItemsOf(draft, [id]).get(id);
}

/** Every tween of a draft, those in groups too. */
export function* draftTweens(items: Draft<SequenceItem>[]): Generator<Draft<Tween>> {
  for (const item of items) {
    if (item.type === "tween") yield item;
    else if (item.type === "group") yield* draftTweens(item.items);
  }
}

/** The path to a key: the indices of its item, track and key. */
interface KeyPath {
  readonly items: readonly number[];
  readonly track: number;
  readonly key: number;
}

/** Finds the paths to some keys in one walk. */
function findKeyPaths(
  items: readonly SequenceItem[],
  wanted: ReadonlySet<string>,
  around: readonly number[],
  found: Map<string, KeyPath>,
): void {
  for (let i = 0; i < items.length && found.size < wanted.size; i++) {
    const item = items[i] as SequenceItem;
    if (item.type === "group") findKeyPaths(item.items, wanted, [...around, i], found);
    if (item.type !== "tween") continue;
    for (let track = 0; track < item.tracks.length; track++) {
      const { keys } = item.tracks[track] as Track;
      for (let key = 0; key < keys.length; key++) {
        const { id } = keys[key] as Key;
        if (wanted.has(id)) found.set(id, { items: [...around, i], track, key });
      }
    }
  }
}

/**
 * Finds keys in a draft to which nothing was added or removed yet. The search reads the original study: Immer makes a
 * proxy for everything that is read, and 60,000 keys take a while.
 */
export function draftKeys(
  draft: Draft<Study>,
  keyIds: Iterable<string>,
): ReadonlyMap<string, DraftKey> {
  const paths = new Map<string, KeyPath>();
  findKeyPaths((original(draft) ?? draft).sequence as SequenceItem[], new Set(keyIds), [], paths);
  const found = new Map<string, DraftKey>();
  for (const [id, path] of paths) {
    const tween = itemAt(draft, path.items);
    if (tween?.type !== "tween") continue;
    const track = tween.tracks[path.track];
    const key = track?.keys[path.key];
    if (track && key) found.set(id, { tween, track, key, index: path.key });
  }
  return found;
}

/** Finds one key; see `draftKeys`. */
export function draftKey(draft: Draft<Study>, keyId: string): DraftKey | undefined {
  return draftKeys(draft, [keyId]).get(keyId);
}

/** Finds a figure in a draft. */
export function draftFigure(draft: Draft<Study>, id: string): Draft<Figure> | undefined {
  return draft.figures.find((each) => each.id === id);
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

/** The list of a draft that contains an item. */
export function listHolding(draft: Draft<Study>, id: string): Draft<SequenceItem>[] | undefined {
  if (draft.sequence.some((item) => item.id === id)) return draft.sequence;
  for (const item of draftItems(draft.sequence))
    if (item.type === "group" && item.items.some((member) => member.id === id)) return item.items;
  return undefined;
}
