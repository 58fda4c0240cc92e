import { boxCorners, type Motion, mapPoint, poseMatrix } from "@levitas/core/motion";
import type { Placement } from "../session/camera.ts";

/** The outline of a figure in poses, closed, x and y in turn, px of the screen: round for balls and dials, else its box. */
export function poseOutline(
  motion: Motion,
  poses: Float64Array,
  figureIndex: number,
  { scale, left, top }: Placement,
): number[] {
  const figure = motion.study.figures[figureIndex];
  if (!figure) return [];
  const to = ([x, y]: readonly [number, number]) => [left + x * scale, top + y * scale];
  if (figure.kind === "ball" || (figure.kind === "dial" && !figure.look.needle)) {
    const matrix = poseMatrix(motion, poses, figureIndex);
    const width = poses[motion.slot(figureIndex, "width")] as number;
    const height = poses[motion.slot(figureIndex, "height")] as number;
    return Array.from({ length: 33 }, (_, i) => {
      const angle = (i * Math.PI) / 16;
      const [u, v] = [0.5 + Math.cos(angle) / 2, 0.5 + Math.sin(angle) / 2];
      return to(mapPoint(matrix, u * width, v * height));
    }).flat();
  }
  const corners = boxCorners(motion, poses, figureIndex);
  const [first] = corners;
  return [...corners, ...(first ? [first] : [])].flatMap(to);
}
