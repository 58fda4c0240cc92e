import { seededRandom } from "../../../study/index.ts";
import type { Part } from "../engine.ts";

/** What happens at the start. */
export const startPart: Part = (engine, world) => {
  for (const response of world.responses)
    if (response.when.on === "start") engine.put(0, () => engine.trigger(response, 0));
  return undefined;
};

/** What happens every so many ms. */
export const repeatPart: Part = (engine, world) => {
  for (const response of world.responses) {
    const { when } = response;
    if (when.on !== "every") continue;
    const random = seededRandom(when.seed ?? 1);
    const next = (count: number): void => {
      const jitter = (2 * random() - 1) * Math.min(when.jitter ?? 0, when.time / 2);
      const time = count * when.time + jitter;
      engine.put(time, () => {
        engine.trigger(response, time);
        next(count + 1);
      });
    };
    next(1);
  }
  return undefined;
};
