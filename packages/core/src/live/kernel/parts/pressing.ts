import type { LiveEvent } from "../../../study/index.ts";
import type { Part } from "../engine.ts";

/** Two presses within this are a double press, ms. */
const DOUBLE = 350;

/** Says of each event whether it is the second press of a double one. */
const doubles = (): ((time: number, event: LiveEvent) => boolean) => {
  let last: { readonly time: number; readonly figure: string | null } | undefined;
  return (time, event) => {
    if (event.type !== "press") return false;
    const { figure } = event;
    const isDouble = last !== undefined && time - last.time <= DOUBLE && last.figure === figure;
    last = isDouble ? undefined : { time, figure };
    return isDouble;
  };
};

const pressing =
  (detects?: typeof doubles): Part =>
  (engine, world) => {
    const detect = detects?.();
    return (time, event) => {
      const isDouble = detect?.(time, event);
      const { type } = event;
      if (type !== "press" && type !== "release") return;
      const chain = world.chain(event.figure);
      engine.answer(
        time,
        ({ when }) =>
          (when.on === type || (when.on === "double-press" && isDouble === true)) &&
          chain.includes(when.figure),
      );
    };
  };

/** Presses and releases. */
export const pressPart: Part = pressing();
/** Presses, double presses and releases. */
export const doublePressPart: Part = pressing(doubles);
