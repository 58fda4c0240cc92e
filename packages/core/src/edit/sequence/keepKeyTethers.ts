import type { Draft } from "immer";
import { eachItem, eachTween, type Study } from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";

/**
 * Re-attaches items whose tether refers to a key that an edit deleted: to the start of their level, keeping their start
 * times. Does nothing in a study without tethers to keys.
 */
export function keepKeyTethers(draft: Draft<Study>, study: Study): void {
  let any = false;
  for (const { tether } of eachItem(study.sequence)) any ||= tether.to === "key";
  if (!any || draft.sequence === study.sequence) return;
  const keys = new Set<string>();
  for (const tween of eachTween(draft.sequence as Study["sequence"]))
    for (const track of tween.tracks) for (const { id } of track.keys) keys.add(id);
  const { byId } = placeItems(study);
  for (const item of eachItem(draft.sequence as Study["sequence"]) as Generator<
    Draft<Study>["sequence"][number]
  >)
    if (item.tether.to === "key" && !keys.has(item.tether.id))
      item.tether = { to: "start", offset: byId.get(item.id)?.start ?? 0 };
}
