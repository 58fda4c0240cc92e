import type { Part } from "../engine.ts";

/** Keys. */
export const keys: Part = (engine) => (time, event) => {
  if (event.type === "key-down")
    engine.answer(time, ({ when }) => when.on === "key" && when.key === event.key);
};
