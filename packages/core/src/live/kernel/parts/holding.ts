import type { Part } from "../engine.ts";

/** Presses that are not let go of for a time. */
export const holdPart: Part = (engine, world) => {
  /** Another number after each press and release. */
  let held = 0;
  return (time, event) => {
    if (event.type !== "press" && event.type !== "release") return;
    const mine = ++held;
    if (event.type === "release") return;
    const chain = world.chain(event.figure);
    for (const response of world.responses) {
      const { when } = response;
      if (when.on !== "hold" || !chain.includes(when.figure)) continue;
      const due = time + when.time;
      engine.put(due, () => {
        if (held === mine) engine.trigger(response, due);
      });
    }
  };
};
