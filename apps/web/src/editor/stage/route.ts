import { type Motion, mapPoint, parentMatrixAt, spanAtTime } from "@levitas/core/motion";
import { tokenColor } from "../../theme/theme.ts";
import { numberLabel } from "../../ui/numberLabel.ts";
import type { Placement } from "../session/camera.ts";
import { ROUTE_WORDS } from "../session/routeWords.ts";
import type { Selection } from "../session/selection.ts";
import { sceneInk } from "./overlay.ts";

/** Smallest and largest radius of the arc, px of the screen. */
const [LEAST, MOST] = [30, 110];

/**
 * Draws the way an angle takes as an arc about the figure's pivot, with its name and how far it turns. More
 * than half a turn is marigold: it may be the wrong way round.
 */
export function drawRoute(
  context: CanvasRenderingContext2D,
  motion: Motion,
  selection: Selection,
  { scale, left, top }: Placement,
  time: number,
): void {
  if (selection.channel !== "rotate" || selection.figure === null) return;
  const index = motion.figureIndex(selection.figure);
  const found = spanAtTime(motion, index, "rotate", selection.span, time);
  if (!found) return;
  const { from, to, route } = found;
  const read = (channel: Parameters<Motion["valueAt"]>[1]) => motion.valueAt(index, channel, time);
  const [width, height] = [read("width"), read("height")];
  const [u, v] = [read("pivotX") / 100, read("pivotY") / 100];
  const matrix = parentMatrixAt(motion, index, time);
  const [px, py] = mapPoint(matrix, read("x") + u * width, read("y") + v * height);
  // The arm reaches to the corner that is farthest from the pivot: a needle's tip, a beam's end.
  const arms = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
    [0.5, 0],
  ].map(([a = 0, b = 0]) => ({ x: (a - u) * width, y: (b - v) * height }));
  const arm = arms.reduce((a, b) => (Math.hypot(b.x, b.y) > Math.hypot(a.x, a.y) + 4 ? b : a));
  const radius = Math.min(Math.max(Math.hypot(arm.x, arm.y) * scale * 0.72, LEAST), MOST);
  const zero =
    Math.abs(arm.x) < width * 0.51 && arm.y < 0 ? -90 : (Math.atan2(arm.y, arm.x) * 180) / Math.PI;
  const angle = (value: number) => ((value + zero) * Math.PI) / 180;
  const turn = to - from;
  if (Math.abs(turn) < 0.5) return;
  const [x, y] = [left + px * scale, top + py * scale];
  const { line, halo } = sceneInk(motion.study.scene.background);
  const color = Math.abs(turn) > 180 ? tokenColor("marigold") : line;
  context.fillStyle = color;
  context.beginPath();
  // More than a whole turn winds outwards, so that it is seen.
  const steps = Math.max(Math.ceil(Math.abs(turn) / 4), 8);
  for (let i = 0; i <= steps; i++) {
    const at = from + (turn * i) / steps;
    const wound = radius + (Math.abs(turn) > 350 ? (8 * i) / steps : 0);
    context.lineTo(x + wound * Math.cos(angle(at)), y + wound * Math.sin(angle(at)));
  }
  // A halo, so that it is seen on a dial's own rings and on a beam of any color.
  context.lineWidth = 6;
  context.strokeStyle = halo;
  context.stroke();
  context.lineWidth = 2.5;
  context.strokeStyle = color;
  context.stroke();
  const end = radius + (Math.abs(turn) > 350 ? 8 : 0);
  const tip = { x: x + end * Math.cos(angle(to)), y: y + end * Math.sin(angle(to)) };
  const way = angle(to) + (Math.sign(turn) * Math.PI) / 2;
  context.beginPath();
  context.moveTo(tip.x + 7 * Math.cos(way), tip.y + 7 * Math.sin(way));
  context.lineTo(tip.x + 4.5 * Math.cos(angle(to)), tip.y + 4.5 * Math.sin(angle(to)));
  context.lineTo(tip.x - 4.5 * Math.cos(angle(to)), tip.y - 4.5 * Math.sin(angle(to)));
  context.fill();
  const middle = angle(from + turn / 2);
  const label = `${ROUTE_WORDS[route]}, ${turn > 0 ? "+" : ""}${numberLabel(turn, 0)}°`;
  context.font = '600 11px "Hanken Grotesk Variable", sans-serif';
  context.textAlign =
    Math.cos(middle) < -0.3 ? "right" : Math.cos(middle) > 0.3 ? "left" : "center";
  const at = { x: x + (end + 10) * Math.cos(middle), y: y + (end + 12) * Math.sin(middle) + 4 };
  context.lineWidth = 3;
  context.strokeStyle = halo;
  context.strokeText(label, at.x, at.y);
  context.fillStyle = line;
  context.fillText(label, at.x, at.y);
  context.textAlign = "left";
}
