import type { Part } from "../engine.ts";

/** Entering and leaving. */
export const hovering: Part = (engine, world) => {
  let over: readonly (string | null)[] = [];
  return (time, event) => {
    if (!("x" in event)) return;
    const before = over;
    const there = world.isInside?.(event) ? world.chain(event.figure) : [];
    over = there;
    engine.answer(
      time,
      ({ when }) =>
        (when.on === "leave" && before.includes(when.figure) && !there.includes(when.figure)) ||
        (when.on === "enter" && !before.includes(when.figure) && there.includes(when.figure)),
    );
  };
};
