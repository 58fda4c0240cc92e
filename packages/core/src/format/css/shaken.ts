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

/** Whether a tween or a follower sets a channel. */
export function isDriven(motion: Motion, index: number, id: ChannelId): boolean {
  const slot = motion.slot(index, id);
  return (
    motion.drivenAt(index, id) !== undefined || motion.followers.some((each) => each.slot === slot)
  );
}

/** Whether anything moves a channel: a tween, a follower, a shake. */
export function isMoved(motion: Motion, index: number, id: ChannelId): boolean {
  return isDriven(motion, index, id) || isShaken(motion, index, id);
}

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
