import type { LiveResponse } from "../../../study/index.ts";
import { edgeBetween } from "../../../value/index.ts";
import type { Part } from "../engine.ts";
import type { LiveLever } from "../liveLever.ts";

/** The places between which it is looked whether a lever went past a value. */
const LOOKS = 240;

/** Levers that go past a value. */
export const watchPart: Part = (engine, world) => {
  const watch = (lever: LiveLever, response: LiveResponse, from: number): void => {
    const { when } = response;
    if ((when.on !== "rises" && when.on !== "falls") || when.lever !== lever.lever.id) return;
    const piece = lever.channel.pieceAt(from);
    const time = crossing(lever, from, when.past, when.on === "rises");
    if (time === undefined) return;
    engine.put(time, () => {
      // It may have been sent elsewhere before it came there.
      if (lever.channel.pieceAt(time) !== piece) return;
      engine.trigger(response, time);
      if (time > from) watch(lever, response, time);
    });
    if (time <= engine.horizon) engine.advance(engine.horizon);
  };
  engine.watches = (lever, time) => {
    for (const response of world.responses) watch(lever, response, time);
  };
  return undefined;
};

/**
 * The first time after another at which a lever goes past a value, as it is moving now; undefined if it does not. What
 * jumps past it does so at once.
 */
function crossing(
  { channel }: LiveLever,
  from: number,
  past: number,
  rises: boolean,
): number | undefined {
  const piece = channel.pieceAt(from);
  if (!piece) return undefined;
  const isPast = (value: number) => (rises ? value > past : value < past);
  const valueAt = (t: number) => channel.value(t);
  // What it came from counts for a piece that jumps at its beginning.
  let before = piece.begin === from ? (piece.from[0] as number) : valueAt(from);
  let last = from;
  if (!isPast(before) && isPast(valueAt(from))) return from;
  for (let look = 1; look <= LOOKS && piece.end > from; look++) {
    const time = from + ((piece.end - from) * look) / LOOKS;
    const value = valueAt(time);
    if (!isPast(before) && isPast(value))
      return edgeBetween((t) => !isPast(valueAt(t)), last, time, 40);
    [before, last] = [value, time];
  }
  return undefined;
}
