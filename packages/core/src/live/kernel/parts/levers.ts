import type { Part } from "../engine.ts";
import type { LiveLever } from "../liveLever.ts";
import type { Answers, World } from "../world.ts";

/** Gives each lever what it is asked to be; undefined for those that stay. */
export function giveAll(
  engine: Answers & { watches?: (lever: LiveLever, time: number) => void },
  { levers }: World,
  time: number,
  given: (lever: LiveLever["lever"]) => number | undefined,
): void {
  for (const live of levers?.values() ?? []) {
    const value = given(live.lever);
    if (value !== undefined && Number.isFinite(value) && live.give(time, value))
      engine.watches?.(live, time);
  }
}

/** Levers of the pointer. */
export const pointerLeverPart: Part = (engine, world) => (time, event) => {
  if ("x" in event) giveAll(engine, world, time, ({ of }) => world.pointerValue?.(time, of, event));
};

/** Levers of keys. */
export const keyLeverPart: Part = (engine, world) => (time, event) => {
  if ("key" in event)
    giveAll(engine, world, time, ({ of, range }) =>
      of.kind === "key" && of.key === event.key
        ? range[event.type === "key-down" ? 1 : 0]
        : undefined,
    );
};

/** Levers that are moved as such: sliders and how far is scrolled. */
export const slideLeverPart: Part = (engine, world) => (time, event) => {
  if (event.type === "lever")
    giveAll(engine, world, time, ({ id }) => (id === event.lever ? event.value : undefined));
};
