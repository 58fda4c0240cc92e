import type { Part } from "../engine.ts";

/** Entering and leaving. */
export const hoverPart: Part = (engine, world) => {
  let over: readonly (string | null)[] = [];
  return (time, event) => {
    if (!("x" in event)) return;
    const before = over;
    const { x, y, figure } = event;
    const [width, height] = world.size;
    const isInside = x >= 0 && y >= 0 && x <= width && y <= height;
    const there = isInside ? world.chain(figure) : [];
    over = there;
    engine.answer(
      time,
      ({ when }) =>
        (when.on === "leave" && before.includes(when.figure) && !there.includes(when.figure)) ||
        (when.on === "enter" && !before.includes(when.figure) && there.includes(when.figure)),
    );
  };
};
