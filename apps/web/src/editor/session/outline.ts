import { boxCorners, type Motion, mapPoint, poseMatrix } from "@levitas/core/motion";
import type { Placement } from "./camera.ts";

/** Traces the outline of a figure in poses as a path of the canvas: round for balls and dials, else its box. */
export function tracePose(
  context: CanvasRenderingContext2D,
  motion: Motion,
  poses: Float64Array,
  figureIndex: number,
  { scale, left, top }: Placement,
): void {
  const figure = motion.study.figures[figureIndex];
  if (!figure) return;
  const to = ([x, y]: readonly [number, number]): [number, number] => [
    left + x * scale,
    top + y * scale,
  ];
  context.beginPath();
  if (figure.kind === "ball" || (figure.kind === "dial" && !figure.look.needle)) {
    const matrix = poseMatrix(motion, poses, figureIndex);
    const width = poses[motion.slot(figureIndex, "width")] as number;
    const height = poses[motion.slot(figureIndex, "height")] as number;
    for (let i = 0; i <= 32; i++) {
      const angle = (i * Math.PI) / 16;
      const [u, v] = [0.5 + Math.cos(angle) / 2, 0.5 + Math.sin(angle) / 2];
      context.lineTo(...to(mapPoint(matrix, u * width, v * height)));
    }
    return;
  }
  for (const corner of boxCorners(motion, poses, figureIndex)) context.lineTo(...to(corner));
  context.closePath();
}
