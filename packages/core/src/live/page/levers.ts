import { AT_ONCE, type Decay, lagDecay, springDecay } from "../kernel/decay.ts";
import { followed } from "../kernel/followed.ts";
import type { LiveChannel } from "../kernel/liveChannel.ts";
import { LiveLever } from "../kernel/liveLever.ts";
import type { World } from "../kernel/world.ts";
import type { PageLever } from "../pageStudy.ts";
import { easingOf } from "./easing.ts";
import type { Page } from "./runLive.ts";

/** Makes the levers of a study, each with the decay that it follows with. */
const leversBy =
  (decayBy: (...numbers: PageLever["way"]) => Decay) =>
  ({ study, moving, isStill }: Page, world: World): void => {
    world.levers = new Map(
      study.levers.map((lever) => {
        const decay = isStill || lever.way.length === 0 ? AT_ONCE : decayBy(...lever.way);
        const live = new LiveLever(lever, decay);
        moving.push(live.channel);
        return [lever.id, live] as const;
      }),
    );
  };

/** Levers that go at once or with a lag. */
export const leversWithLag = leversBy((first) => lagDecay(first as number));
/** Levers that go at once or by a spring. */
export const leversWithSpring = leversBy((first, ...more) =>
  springDecay(first as number, ...(more as [number, number])),
);
/** Levers of all kinds. */
export const leversOfAll = leversBy((first, ...more) =>
  more.length > 0
    ? springDecay(first as number, ...(more as [number, number]))
    : lagDecay(first as number),
);

/** What follows goes where its source and its map say while nothing else drives it. */
export function followsOnPage({ study, all }: Page, world: World): void {
  for (const [slot, source, curve, of, lag] of study.followers) {
    const map = easingOf(study, curve);
    const channel = () =>
      (typeof source === "number" ? all[source] : world.levers?.get(source))
        ?.channel as LiveChannel;
    (all[slot] as { channel: { base: unknown } }).channel.base = followed(
      ...([of, lag, map] as const),
      (t) => channel().value(t),
      (t) => channel().rate(t),
    );
  }
}

/** Whether something is seen that is switched, or is a face of a card that turns: see `PageProperty`. */
export function isSeen(test: 0 | 1 | -1, values: readonly number[]): boolean {
  if (test === 0) return (values[0] as number) >= 0.5;
  const facing = values.reduce((all, turn) => all * Math.cos((turn * Math.PI) / 180), test);
  return facing > 0 || (test > 0 && facing === 0);
}
