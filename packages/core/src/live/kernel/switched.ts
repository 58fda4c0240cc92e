import { AT_ONCE, type Decay, heldDecay } from "./decay.ts";
import type { Goal, LiveChannel } from "./liveChannel.ts";

/**
 * The way of a switch: it is turned on at the beginning, and off at the end. Undefined where it is on its way there
 * already: it is not held for longer.
 */
export function switchedDecay(
  channel: LiveChannel,
  goal: Goal,
  way: Decay,
  time: number,
): Decay | undefined {
  const target = goal.value(time, 0);
  if (channel.isBusy(time) && goal.still && channel.targetAt(time) === target) return undefined;
  return target >= 0.5 || !goal.still ? AT_ONCE : heldDecay(way.length(1, 0, channel.step));
}
