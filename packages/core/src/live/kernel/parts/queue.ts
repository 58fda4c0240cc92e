import type { LiveResponse } from "../../../study/index.ts";
import type { Part } from "../engine.ts";
import type { Pointer } from "../world.ts";

/** The most responses that wait their turn. */
const MOST_WAITING = 100;

/** Responses that wait their turn, and those that are ignored in mid-flight. */
export const queuePart: Part = (engine, world) => {
  const waiting: { readonly response: LiveResponse; readonly pointer: Pointer }[] = [];
  let isTurn = false;
  engine.waits = (response, time, pointer, { sendings }) => {
    const { id, midFlight } = response;
    const free = Math.max(
      time,
      ...sendings.map(({ driven }) => driven.channel.pieceAt(time)?.end ?? time),
    );
    const waits = midFlight === "waits" && (free > time || (!isTurn && waiting.length > 0));
    if (!waits && (midFlight !== "ignored" || free <= time)) return false;
    if (!waits || (!isTurn && waiting.length >= MOST_WAITING)) {
      world.note?.("ignored", time, id);
      return true;
    }
    // What comes too soon stays the first one.
    if (isTurn) waiting.unshift({ response, pointer });
    else {
      waiting.push({ response, pointer });
      world.note?.("waits", time, id);
    }
    engine.put(free, () => turns(free));
    return true;
  };
  /** Lets those begin that waited their turn. */
  const turns = (time: number): void => {
    const first = waiting.shift();
    if (!first) return;
    const left = waiting.length;
    isTurn = true;
    engine.begin(first.response, time, first.pointer);
    isTurn = false;
    if (left > 0 && waiting.length === left) engine.put(time, () => turns(time));
  };
  return undefined;
};
