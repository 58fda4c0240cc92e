import type { Part } from "../engine.ts";

/** Levers, which are given what the pointer, keys and sliders are. */
export const levers: Part = (engine, world) => (time, event) => {
  for (const live of world.levers?.values() ?? []) {
    const { of, range, id } = live.lever;
    let value: number | undefined;
    if ("x" in event) value = world.pointerValue?.(time, of, event);
    else if (event.type === "lever") value = event.lever === id ? event.value : undefined;
    else if (of.kind === "key" && of.key === event.key)
      value = range[event.type === "key-down" ? 1 : 0];
    if (value !== undefined && Number.isFinite(value) && live.give(time, value))
      engine.watches?.(live, time);
  }
};
