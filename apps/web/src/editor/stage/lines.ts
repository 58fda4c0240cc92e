import type { StudyScene } from "@levitas/core/study";
import { tokenColor } from "../../theme/theme.ts";
import type { Placement } from "../session/camera.ts";
import type { SnappedTo } from "./figureDrag.ts";
import { sceneInk } from "./overlay.ts";

/** A grid finer than this on the screen would be a grey surface, px. */
const FINEST = 5;

/** Draws the grid of the scene; guides are elements, since they are dragged. */
export function drawGrid(
  context: CanvasRenderingContext2D,
  scene: StudyScene,
  { scale, left, top }: Placement,
  grid: number,
): void {
  const ink = sceneInk(scene.background);
  context.lineWidth = 1;
  if (grid > 0 && grid * scale >= FINEST) {
    context.strokeStyle = ink.fade;
    context.globalAlpha = 0.3;
    context.beginPath();
    for (let x = 0; x <= scene.width; x += grid) {
      const at = Math.round(left + x * scale) + 0.5;
      context.moveTo(at, top);
      context.lineTo(at, top + scene.height * scale);
    }
    for (let y = 0; y <= scene.height; y += grid) {
      const at = Math.round(top + y * scale) + 0.5;
      context.moveTo(left, at);
      context.lineTo(left + scene.width * scale, at);
    }
    context.stroke();
    context.globalAlpha = 1;
  }
}

/** Draws the lines that a dragged figure has snapped to. */
export function drawSnapped(
  context: CanvasRenderingContext2D,
  { x, y }: SnappedTo,
  { scale, left, top }: Placement,
  scene: StudyScene,
): void {
  context.strokeStyle = tokenColor("marigold");
  context.lineWidth = 1;
  context.beginPath();
  if (x && x.to !== "grid") {
    const at = Math.round(left + x.at * scale) + 0.5;
    context.moveTo(at, top);
    context.lineTo(at, top + scene.height * scale);
  }
  if (y && y.to !== "grid") {
    const at = Math.round(top + y.at * scale) + 0.5;
    context.moveTo(left, at);
    context.lineTo(left + scene.width * scale, at);
  }
  context.stroke();
}
