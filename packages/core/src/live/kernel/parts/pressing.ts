import type { Part } from "../engine.ts";

/** Two presses within this are a double press, ms. */
const DOUBLE = 350;

/** Presses, double presses and releases. */
export const pressing: Part = (engine, world) => {
  let last: { readonly time: number; readonly figure: string | null } | undefined;
  return (time, event) => {
    if (event.type !== "press" && event.type !== "release") return;
    const { type, figure } = event;
    const chain = world.chain(figure);
    let isDouble = false;
    if (type === "press") {
      isDouble = last !== undefined && time - last.time <= DOUBLE && last.figure === figure;
      last = isDouble ? undefined : { time, figure };
    }
    engine.answer(
      time,
      ({ when }) =>
        (when.on === type || (when.on === "double-press" && isDouble)) &&
        chain.includes(when.figure),
    );
  };
};
