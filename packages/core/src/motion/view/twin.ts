import { LINEAR } from "../../curve/index.ts";
import type { SequenceItem, Study } from "../../study/index.ts";

/**
 * The linear twin: the same study with no easing, every span at constant speed. With `figureIds` only
 * tweens that move one of these figures are without easing; the others stay the very same, and cost
 * nothing to compile.
 */
export function linearTwin(study: Study, figureIds?: ReadonlySet<string>): Study {
  return { ...study, sequence: study.sequence.map((item) => flattenFor(item, figureIds)) };
}

function flattenFor(item: SequenceItem, figureIds: ReadonlySet<string> | undefined): SequenceItem {
  if (!figureIds) return flatten(item);
  if (item.type === "group") {
    const items = item.items.map((member) => flattenFor(member, figureIds));
    return items.every((member, i) => member === item.items[i]) ? item : { ...item, items };
  }
  const isMoved = item.type === "tween" && item.figures.some((id) => figureIds.has(id));
  return isMoved ? flatten(item) : item;
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
