import { boxCorners } from "@levitas/core/motion";
import type { Bench } from "./bench.ts";

/** The upright box around a figure as it is shown now, px of the scene. */
export function boundsNow(bench: Bench, figureId: string) {
  const { motion } = bench;
  const poses = motion.at(bench.clock.shownTime, new Float64Array(motion.slotCount));
  const corners = boxCorners(motion, poses, motion.figureIndex(figureId));
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  return {
    left: Math.min(...xs),
    top: Math.min(...ys),
    right: Math.max(...xs),
    bottom: Math.max(...ys),
  };
}
