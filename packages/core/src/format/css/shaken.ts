import { type CompiledShake, loopOf, type Motion, timesShown } from "../../motion/index.ts";
import type { ChannelId } from "../../study/index.ts";
import { freezeMarks } from "./bake.ts";

/** The shakes that affect a figure. */
export function shakesOf({ study, shakes }: Motion, index: number): readonly CompiledShake[] {
  const outermost = study.figures[index]?.parent === null;
  return shakes.filter(({ figures }) => (figures ? figures.includes(index) : outermost));
}

/** Whether a shake affects a channel. */
export function isShaken(motion: Motion, index: number, id: ChannelId): boolean {
  return (id === "x" || id === "y" || id === "rotate") && shakesOf(motion, index).length > 0;
}

/** Whether shakes turn a figure that turns by itself as well. */
export function turnsShaken(motion: Motion, index: number): boolean {
  if (!shakesOf(motion, index).some(({ shake }) => shake.turn)) return false;
  const slot = motion.slot(index, "rotate");
  return (
    motion.drivenAt(index, "rotate") !== undefined ||
    motion.followers.some((each) => each.slot === slot)
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
