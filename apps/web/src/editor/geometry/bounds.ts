import { boxCorners, type Motion } from "@levitas/core/motion";
import type { Bench } from "../session/bench.ts";

/** The upright box around a figure as it is shown now, px of the scene. */
export function boundsNow(bench: Bench, figureId: string) {
  const { motion } = bench;
  const poses = motion.at(bench.clock.shownTime, new Float64Array(motion.slotCount));
  return boundsIn(motion, poses, motion.figureIndex(figureId));
}

/** The upright box around a figure in a pose, px of the scene. */
export function boundsIn(motion: Motion, poses: Float64Array, index: number) {
  const corners = boxCorners(motion, poses, index);
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  return {
    left: Math.min(...xs),
    top: Math.min(...ys),
    right: Math.max(...xs),
    bottom: Math.max(...ys),
  };
}
