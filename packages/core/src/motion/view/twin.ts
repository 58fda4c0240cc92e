import { LINEAR } from "../../curve/index.ts";
import type { SequenceItem, Study } from "../../study/index.ts";
import { createCompiler } from "../compile/compiler.ts";
import type { Motion } from "../compile/motion.ts";

/** Compiles the linear twins of one state of a study after the other, each at the cost of what changed. */
export interface TwinCompiler {
  /**
   * The study with no easing, every span at constant speed. With `figureIds` only tweens that move one of these figures
   * are without easing.
   */
  update(study: Study, figureIds?: ReadonlySet<string>): Motion;
}

/** Makes a compiler of linear twins, which owns what is kept from one state to the next. */
export function createTwinCompiler(): TwinCompiler {
  const compiler = createCompiler();
  // A tween that stayed the same object keeps the same twin, so that its twin is not compiled anew either.
  const twins = new WeakMap<SequenceItem, SequenceItem>();
  const flatten = (item: SequenceItem, figureIds?: ReadonlySet<string>): SequenceItem => {
    if (item.type === "group") {
      const items = item.items.map((member) => flatten(member, figureIds));
      return items.every((member, i) => member === item.items[i]) ? item : { ...item, items };
    }
    if (item.type !== "tween") return item;
    if (figureIds && !item.figures.some((id) => figureIds.has(id))) return item;
    let twin = twins.get(item);
    if (!twin) {
      twin = {
        ...item,
        tracks: item.tracks.map((track) => ({
          ...track,
          keys: track.keys.map((key) => (key.curve ? { ...key, curve: LINEAR } : key)),
        })),
      };
      twins.set(item, twin);
    }
    return twin;
  };
  return {
    update: (study, figureIds) =>
      compiler.update({
        ...study,
        sequence: study.sequence.map((item) => flatten(item, figureIds)),
      }),
  };
}
