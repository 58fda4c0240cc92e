import { loopOf, type Motion, timesShown } from "../../motion/index.ts";
import { freezeMarks } from "./bake.ts";
import { isDriven, shakesOf } from "./moved.ts";

/** Whether shakes turn a figure that turns by itself as well. */
export function turnsShaken(motion: Motion, index: number): boolean {
  return (
    shakesOf(motion, index).some(({ shake }) => shake.turn) && isDriven(motion, index, "rotate")
  );
}

/** The periods of the shakes of a figure that never end, ms. */
export function shakeLoops(motion: Motion, index: number): number[] {
  return shakesOf(motion, index).map(({ links }) => loopOf(links));
}

/** The times between two others at which shakes of a figure begin and end. */
export function shakeMarks(motion: Motion, index: number, from: number, to: number): number[] {
  const edges = shakesOf(motion, index).flatMap(({ links, shake }) =>
    [0, shake.duration].flatMap((within) => timesShown(links, within, from, to)),
  );
  return [...freezeMarks(motion), ...edges];
}
