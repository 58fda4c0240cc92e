import { boundsOf, type Mark } from "../tracks/marks.ts";
import { paintMarks } from "../tracks/paintMarks.ts";

/** Sizes are rounded up to this, px, so that a canvas does not take new memory with each frame. */
const STEP = 64;

/**
 * Paints marks on a canvas that is no larger than they need, within a window of a size: each frame the browser takes
 * over all of a canvas, however little changed on it. A canvas without marks is put away.
 */
export function paintFitted(
  canvas: HTMLCanvasElement | null,
  marks: readonly Mark[],
  room: { readonly width: number; readonly height: number },
): void {
  const context = canvas?.getContext("2d");
  if (!canvas || !context) return;
  const box = boundsOf(marks);
  const left = Math.max(Math.floor(box?.left ?? 0), 0);
  const top = Math.max(Math.floor(box?.top ?? 0), 0);
  const width = Math.min(box?.right ?? 0, room.width) - left;
  const height = Math.min(box?.bottom ?? 0, room.height) - top;
  canvas.hidden = !(width > 0 && height > 0);
  if (canvas.hidden) return;
  const [columns, rows] = [Math.ceil(width / STEP) * STEP, Math.ceil(height / STEP) * STEP];
  const ratio = devicePixelRatio;
  const size = { width: Math.round(columns * ratio), height: Math.round(rows * ratio) };
  if (canvas.width !== size.width || canvas.height !== size.height) {
    Object.assign(canvas, size);
    canvas.style.width = `${columns}px`;
    canvas.style.height = `${rows}px`;
  } else {
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, size.width, size.height);
  }
  canvas.style.translate = `${left}px ${top}px`;
  context.setTransform(ratio, 0, 0, ratio, -left * ratio, -top * ratio);
  paintMarks(context, marks, "sans-serif");
}
