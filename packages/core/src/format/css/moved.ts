import type { CompiledShake, Motion } from "../../motion/index.ts";
import type { ChannelId } from "../../study/index.ts";

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
