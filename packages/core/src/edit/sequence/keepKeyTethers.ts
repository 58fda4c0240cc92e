import type { Draft, Patch } from "immer";
import { eachItem, eachTween, type Study } from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { draftItems } from "../history/find.ts";
import { setTether } from "../tween.ts";

/** Where a patch of the sequence ends that may take keys away: at an item, a track, a key, or at a list of them. */
const LISTS: ReadonlySet<string | number> = new Set([
  "sequence",
  "items",
  "tracks",
  "keys",
  "length",
]);

/**
 * The items whose tether refers to a key that an edit deleted. Asks the patches first, so that an edit that takes no key
 * away costs the same with a tether to a key as without one.
 */
export function lostKeyTethers(after: Study, patches: readonly Patch[]): readonly string[] {
  const mayLoseKeys = patches.some(({ path }) => {
    const last = path.at(-1) ?? "sequence";
    return path[0] === "sequence" && (typeof last === "number" || LISTS.has(last));
  });
  if (!mayLoseKeys && patches.every(({ path }) => path.length > 0)) return [];
  const tethered = [...eachItem(after.sequence)].filter(({ tether }) => tether.to === "key");
  if (tethered.length === 0) return [];
  const keys = new Set<string>();
  for (const tween of eachTween(after.sequence))
    for (const track of tween.tracks) for (const { id } of track.keys) keys.add(id);
  return tethered.flatMap(({ id, tether }) =>
    tether.to === "key" && !keys.has(tether.id) ? [id] : [],
  );
}

/** Tethers items to the start of their level, at the times at which they started before the edit. */
export function tetherToStart(draft: Draft<Study>, ids: readonly string[], before: Study): void {
  const { byId } = placeItems(before);
  const lost = new Set(ids);
  for (const item of draftItems(draft.sequence))
    if (lost.has(item.id)) setTether(item, { to: "start", offset: byId.get(item.id)?.start ?? 0 });
}
