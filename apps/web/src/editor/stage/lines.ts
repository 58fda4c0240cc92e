import type { StudyScene } from "@levitas/core/study";
import type { Placement } from "../session/camera.ts";
import type { Mark } from "../tracks/marks.ts";
import type { SnappedTo } from "./figureDrag.ts";
import { sceneInk } from "./overlay.ts";

/** A grid finer than this on the screen would be a grey surface, px. */
const FINEST = 5;

/** The grid of the scene; guides are elements, since they are dragged. */
export function gridMarks(scene: StudyScene, placement: Placement, grid: number): Mark[] {
  if (!(grid > 0 && grid * placement.scale >= FINEST)) return [];
  const points: number[] = [];
  for (let x = 0; x <= scene.width; x += grid) points.push(...upright(scene, placement, x));
  for (let y = 0; y <= scene.height; y += grid) points.push(...level(scene, placement, y));
  return [{ type: "line", points, stroke: sceneInk(scene.background).fade, alpha: 0.3 }];
}

/** The lines that a dragged figure has snapped to. */
export function snappedMarks({ x, y }: SnappedTo, placement: Placement, scene: StudyScene): Mark[] {
  const points = [
    ...(x && x.to !== "grid" ? upright(scene, placement, x.at) : []),
    ...(y && y.to !== "grid" ? level(scene, placement, y.at) : []),
  ];
  return points.length > 0 ? [{ type: "line", points, stroke: "marigold" }] : [];
}

/** A line down the scene, on whole px so that it is sharp. */
function upright({ height }: StudyScene, { scale, left, top }: Placement, x: number): number[] {
  const at = Math.round(left + x * scale) + 0.5;
  return [Number.NaN, Number.NaN, at, top, at, top + height * scale];
}

/** The same across. */
function level({ width }: StudyScene, { scale, left, top }: Placement, y: number): number[] {
  const at = Math.round(top + y * scale) + 0.5;
  return [Number.NaN, Number.NaN, left, at, left + width * scale, at];
}
