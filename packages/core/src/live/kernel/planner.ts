import type { LiveResponse } from "../../study/index.ts";
import type { Plan, Pointer, Sending, World } from "./world.ts";

/** What a response would do: which channels it sends where, before anything is begun. */
export function planOf(world: World, response: LiveResponse, time: number, pointer: Pointer): Plan {
  const bySlot = new Map<number, Sending>();
  let plan: Plan = { sendings: [] };
  for (const then of response.then) {
    const part = world.thens[then.do]?.(world, then, response, time, pointer);
    for (const sending of part?.sendings ?? []) bySlot.set(sending.driven.slot, sending);
    plan = { ...plan, ...part, sendings: [...bySlot.values()] };
  }
  return plan;
}
