import type { LiveResponse } from "../../study/index.ts";
import type { ChannelTarget, Plan, Pointer, World } from "./world.ts";

/** What a response would do: which channels it sends where, before anything is begun. */
export function planOf(world: World, response: LiveResponse, time: number, pointer: Pointer): Plan {
  const bySlot = new Map<number, ChannelTarget>();
  const parts = response.then.map((then) =>
    world.thens[then.do]?.(world, then, response, time, pointer),
  );
  // Of two that send one channel the later one counts.
  for (const part of parts)
    for (const sending of part?.sendings ?? []) bySlot.set(sending.driven.slot, sending);
  return {
    sendings: [...bySlot.values()],
    continues: parts.some((part) => part?.continues),
    onStart: (answers) => {
      for (const part of parts) part?.onStart?.(answers);
    },
  };
}
