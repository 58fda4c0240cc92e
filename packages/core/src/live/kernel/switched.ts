import type { Goal, LiveChannel } from "./liveChannel.ts";
import { AT_ONCE, heldWay, type Way } from "./way.ts";

/**
 * The way of a switch: it is turned on at the beginning, and off at the end. Undefined where it is on its way there
 * already: it is not held for longer.
 */
export function switchedWay(
  channel: LiveChannel,
  goal: Goal,
  way: Way,
  time: number,
): Way | undefined {
  const target = goal.value(time, 0);
  if (channel.isBusy(time) && goal.still && channel.targetAt(time) === target) return undefined;
  return target >= 0.5 || !goal.still ? AT_ONCE : heldWay(way.length(1, 0, channel.step));
}
