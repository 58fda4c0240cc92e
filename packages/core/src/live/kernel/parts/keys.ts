import type { Part } from "../engine.ts";

/** Keys. */
export const keyPart: Part = (engine) => (time, event) => {
  if (event.type === "key-down")
    engine.answer(time, ({ when }) => when.on === "key" && when.key === event.key);
};
