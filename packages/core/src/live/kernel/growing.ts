import type { Transition } from "../../study/index.ts";
import type { Plan } from "./world.ts";

/** The way for which a growing duration is as given, if nothing else is said. */
const REACH = 100;

/** What a duration is multiplied with that grows with the way: the longest way of what is sent, or its root. */
export function growing(
  { sendings }: Plan,
  { grows, reach = REACH }: Transition,
  time: number,
): number {
  let most = 0;
  for (const { driven, goal, atOnce } of sendings)
    for (let c = 0; c < driven.channel.count; c++)
      if (!atOnce && goal.still)
        most = Math.max(
          most,
          Math.abs(goal.value(time, c) - driven.channel.value(time, c)) * driven.scale,
        );
  return grows === "distance" ? most / reach : grows === "root" ? Math.sqrt(most / reach) : 1;
}
