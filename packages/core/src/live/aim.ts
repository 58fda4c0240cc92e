import { invertMatrix, type Matrix, type Motion, mapPoint, poseMatrix } from "../motion/index.ts";
import type { AimChannel, ChannelId } from "../study/index.ts";
import { directionTo } from "./kernel/direction.ts";

const SAME: Matrix = [1, 0, 0, 0, 1, 0, 0, 0, 1];

/** Where a figure's pivot is in the scene, px. */
export function pivotInScene(motion: Motion, pose: Float64Array, index: number): [number, number] {
  const read = (id: ChannelId) => pose[motion.slot(index, id)] as number;
  const [x, y] = [
    (read("pivotX") / 100) * Math.max(read("width"), 0),
    (read("pivotY") / 100) * Math.max(read("height"), 0),
  ];
  return mapPoint(poseMatrix(motion, pose, index), x, y) as [number, number];
}

/** Where the middle of a figure is in the scene, px. */
export function middleInScene(motion: Motion, pose: Float64Array, index: number): [number, number] {
  const read = (id: ChannelId) => Math.max(pose[motion.slot(index, id)] as number, 0);
  const matrix = poseMatrix(motion, pose, index);
  return mapPoint(matrix, read("width") / 2, read("height") / 2) as [number, number];
}

/** The upper left corner of a figure, as it would stand unturned, px of the scene. */
export function cornerInScene(motion: Motion, pose: Float64Array, index: number): [number, number] {
  const read = (id: ChannelId) => pose[motion.slot(index, id)] as number;
  const [px, py] = pivotInScene(motion, pose, index);
  return [
    px - (read("pivotX") / 100) * read("width"),
    py - (read("pivotY") / 100) * read("height"),
  ];
}

/**
 * The values with which a figure is where the pointer is, or turns its upper edge towards it, whatever it stands in.
 * Undefined for what cannot be reached: a figure whose surroundings are seen edge on.
 */
export function aimed(
  motion: Motion,
  pose: Float64Array,
  index: number,
  channel: AimChannel,
  pointer: { readonly x: number; readonly y: number },
): number | undefined {
  const read = (id: ChannelId) => pose[motion.slot(index, id)] as number;
  const parent = motion.study.figures[index]?.parent ?? null;
  const around = parent === null ? SAME : poseMatrix(motion, pose, motion.figureIndex(parent));
  const inverse = invertMatrix(around);
  if (!inverse) return undefined;
  const [x, y] = mapPoint(inverse, pointer.x, pointer.y) as [number, number];
  const px = (read("pivotX") / 100) * Math.max(read("width"), 0);
  const py = (read("pivotY") / 100) * Math.max(read("height"), 0);
  if (channel === "x") return x - px;
  if (channel === "y") return y - py;
  return directionTo(x - (read("x") + px), y - (read("y") + py));
}
