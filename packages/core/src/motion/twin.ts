import { LINEAR } from "../curve/index.ts";
import type { SequenceItem, Study } from "../study/index.ts";

const known = new WeakMap<Study, Study>();

/**
 * The linear twin: the same study with no easing, every span at constant speed. The same study gives
 * the same twin.
 */
export function linearTwin(study: Study): Study {
  let twin = known.get(study);
  if (!twin) {
    twin = { ...study, sequence: study.sequence.map(flatten) };
    known.set(study, twin);
  }
  return twin;
}

const flat = new WeakMap<SequenceItem, SequenceItem>();

function flatten(item: SequenceItem): SequenceItem {
  if (item.type === "group") return { ...item, items: item.items.map(flatten) };
  if (item.type !== "tween") return item;
  let twin = flat.get(item);
  if (!twin) {
    twin = {
      ...item,
      tracks: item.tracks.map((track) => ({
        ...track,
        keys: track.keys.map((key) => (key.curve ? { ...key, curve: LINEAR } : key)),
      })),
    };
    flat.set(item, twin);
  }
  return twin;
}
