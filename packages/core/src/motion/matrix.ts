import type { Figure } from "../study/index.ts";
import type { Motion } from "./motion.ts";

/** A 2D affine matrix as CSS writes it: x' = a·x + c·y + e, y' = b·x + d·y + f. */
export type Matrix = [a: number, b: number, c: number, d: number, e: number, f: number];

/**
 * Where a figure's own box lies in the scene: maps points of its box (origin top left, px) to the
 * scene, its parents' transforms included. Each composes as CSS does: translate, then rotate, then
 * scale about the pivot. `read` gives the value of a channel of the figure with an index.
 */
function boxMatrix(
  motion: Motion,
  figureIndex: number,
  read: (
    figureIndex: number,
    channel: "x" | "y" | "scaleX" | "scaleY" | "rotate" | "width" | "height",
  ) => number,
): Matrix {
  let matrix: Matrix = [1, 0, 0, 1, 0, 0];
  let index = figureIndex;
  // A loop of parents is a fault of the study; the bound keeps it from hanging the screen.
  for (let depth = 0; index >= 0 && depth < 64; depth++) {
    const figure = motion.study.figures[index] as Figure;
    const angle = (read(index, "rotate") * Math.PI) / 180;
    const cos = Math.cos(angle);
    const sin = Math.sin(angle);
    const sx = read(index, "scaleX");
    const sy = read(index, "scaleY");
    const px = figure.pivot.x * Math.max(read(index, "width"), 0);
    const py = figure.pivot.y * Math.max(read(index, "height"), 0);
    const a = cos * sx;
    const b = sin * sx;
    const c = -sin * sy;
    const d = cos * sy;
    const own: Matrix = [
      a,
      b,
      c,
      d,
      read(index, "x") + px - a * px - c * py,
      read(index, "y") + py - b * px - d * py,
    ];
    matrix = multiplyMatrices(own, matrix);
    index = figure.parent === null ? -1 : motion.figureIndex(figure.parent);
  }
  return matrix;
}

/** The matrix of a figure's box in poses already asked for with `motion.at`. */
export function poseMatrix(motion: Motion, poses: Float64Array, figureIndex: number): Matrix {
  return boxMatrix(motion, figureIndex, (i, channel) => poses[motion.slot(i, channel)] as number);
}

/** The matrix of a figure's box at a time, asking only for the channels it needs. */
export function matrixAt(motion: Motion, figureIndex: number, t: number): Matrix {
  return boxMatrix(motion, figureIndex, (i, channel) => motion.valueAt(i, channel, t));
}

/** first applied after second: maps a point through `second`, then through `first`. */
export function multiplyMatrices(first: Matrix, second: Matrix): Matrix {
  const [a, b, c, d, e, f] = first;
  const [g, h, i, j, k, l] = second;
  return [
    a * g + c * h,
    b * g + d * h,
    a * i + c * j,
    b * i + d * j,
    a * k + c * l + e,
    b * k + d * l + f,
  ];
}

/** A point through a matrix. */
export function mapPoint([a, b, c, d, e, f]: Matrix, x: number, y: number): [number, number] {
  return [a * x + c * y + e, b * x + d * y + f];
}

/**
 * Where a figure's pivot is in the scene at every frame from `from` to `to` ms: x and y in turn.
 * Frame times are `from + i · 1000 / frameRate`, and `to` itself as the last one.
 */
export function pivotPath(
  motion: Motion,
  figureIndex: number,
  { from, to, frameRate }: { from: number; to: number; frameRate: number },
): Float64Array {
  const frame = 1000 / frameRate;
  const whole = Math.max(Math.ceil((to - from) / frame - 1e-9), 0);
  const points = new Float64Array(2 * (whole + 1));
  const figure = motion.study.figures[figureIndex] as Figure;
  for (let i = 0; i <= whole; i++) {
    const t = i === whole ? to : from + i * frame;
    const [x, y] = mapPoint(
      matrixAt(motion, figureIndex, t),
      figure.pivot.x * motion.valueAt(figureIndex, "width", t),
      figure.pivot.y * motion.valueAt(figureIndex, "height", t),
    );
    points[2 * i] = x;
    points[2 * i + 1] = y;
  }
  return points;
}
