import { tokenColor } from "../../theme/theme.ts";
import type { Ink, Mark } from "./marks.ts";

const colorOf = (ink: Ink) => (ink.startsWith("#") || ink.includes("(") ? ink : tokenColor(ink));

/** Paints marks on a canvas whose origin is that of their row. `family` is the interface's sans serif. */
export function paintMarks(
  context: CanvasRenderingContext2D,
  marks: readonly Mark[],
  family: string,
): void {
  context.lineJoin = "round";
  context.lineCap = "butt";
  for (const mark of marks) {
    context.globalAlpha = mark.alpha ?? 1;
    if (mark.type === "text") {
      context.font = `${mark.font} ${family}`;
      context.textAlign = mark.anchor ?? "start";
      context.fillStyle = colorOf(mark.ink);
      context.fillText(mark.text, mark.x, mark.y);
      continue;
    }
    if (mark.type === "picture") {
      context.drawImage(mark.image, mark.x, mark.y, mark.width, mark.height);
      continue;
    }
    context.beginPath();
    if (mark.type === "box")
      context.roundRect(mark.x, mark.y, mark.width, mark.height, mark.radius ?? 0);
    else if (mark.type === "disc") context.arc(mark.x, mark.y, mark.radius, 0, 2 * Math.PI);
    else trace(context, mark.points);
    if (mark.fill) {
      context.fillStyle = colorOf(mark.fill);
      context.fill();
    }
    if (!mark.stroke) continue;
    const dash = mark.type === "line" ? mark.dash : undefined;
    if (dash) context.setLineDash([...dash]);
    context.strokeStyle = colorOf(mark.stroke);
    context.lineWidth = mark.lineWidth ?? 1;
    context.stroke();
    if (dash) context.setLineDash([]);
  }
  context.globalAlpha = 1;
}

function trace(context: CanvasRenderingContext2D, points: ArrayLike<number>): void {
  let begins = true;
  for (let i = 0; i + 1 < points.length; i += 2) {
    const [x, y] = [points[i] as number, points[i + 1] as number];
    if (Number.isNaN(x)) begins = true;
    else if (begins) {
      context.moveTo(x, y);
      begins = false;
    } else context.lineTo(x, y);
  }
}
