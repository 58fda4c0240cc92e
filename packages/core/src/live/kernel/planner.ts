import type { LiveResponse } from "../../study/index.ts";
import type { Plan, Pointer, Sending, World } from "./world.ts";

/** What a response would do: which channels it sends where, before anything is begun. */
export function planOf(world: World, response: LiveResponse, time: number, pointer: Pointer): Plan {
  const bySlot = new Map<number, Sending>();
  const all: { -readonly [K in keyof Plan]: Plan[K] } = { sendings: [] };
  for (const then of response.then) {
    const part = world.thens[then.do]?.(world, then, response, time, pointer);
    if (!part) continue;
    for (const sending of part.sendings) bySlot.set(sending.driven.slot, sending);
    all.begins = part.begins ?? all.begins;
    all.goesOn ||= part.goesOn;
    all.turnsRound ||= part.turnsRound;
  }
  const sendings = [...bySlot.values()];
  return { ...all, sendings, goesOn: all.goesOn && sendings.length === 0 };
}
