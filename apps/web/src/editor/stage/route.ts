import { type Motion, mapPoint, parentMatrixAt, spanAtTime } from "@levitas/core/motion";
import { numberLabel } from "../../ui/numberLabel.ts";
import type { Placement } from "../session/camera.ts";
import type { Selection } from "../session/selection.ts";
import type { Mark } from "../tracks/marks.ts";
import { ROUTE_WORDS } from "../words/routeWords.ts";
import { labelPicture } from "./labelPicture.ts";
import { sceneInk } from "./overlay.ts";

/** Smallest and largest radius of the arc, px of the screen. */
const [LEAST, MOST] = [30, 110];

/**
 * The way an angle takes as an arc about the figure's pivot, with its name and how far it turns. More
 * than half a turn is marigold: it may be the wrong way round.
 */
export function routeMarks(
  motion: Motion,
  selection: Selection,
  { scale, left, top }: Placement,
  time: number,
): Mark[] {
  if (selection.channel !== "rotate" || selection.figure === null) return [];
  const index = motion.figureIndex(selection.figure);
  const found = spanAtTime(motion, index, "rotate", selection.span, time);
  if (!found) return [];
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
  if (Math.abs(turn) < 0.5) return [];
  const [x, y] = [left + px * scale, top + py * scale];
  const { line, halo } = sceneInk(motion.study.scene.background);
  const color = Math.abs(turn) > 180 ? "marigold" : line;
  // More than a whole turn winds outwards, so that it is seen.
  const steps = Math.max(Math.ceil(Math.abs(turn) / 4), 8);
  const arc = Array.from({ length: steps + 1 }, (_, i) => {
    const at = angle(from + (turn * i) / steps);
    const wound = radius + (Math.abs(turn) > 350 ? (8 * i) / steps : 0);
    return [x + wound * Math.cos(at), y + wound * Math.sin(at)];
  }).flat();
  const end = radius + (Math.abs(turn) > 350 ? 8 : 0);
  const [cos, sin] = [Math.cos(angle(to)), Math.sin(angle(to))];
  const tip = { x: x + end * cos, y: y + end * sin };
  const way = angle(to) + (Math.sign(turn) * Math.PI) / 2;
  const arrow = [
    ...[tip.x + 7 * Math.cos(way), tip.y + 7 * Math.sin(way)],
    ...[tip.x + 4.5 * cos, tip.y + 4.5 * sin, tip.x - 4.5 * cos, tip.y - 4.5 * sin],
  ];
  const middle = angle(from + turn / 2);
  const words = `${ROUTE_WORDS[route]}, ${turn > 0 ? "+" : ""}${numberLabel(turn, 0)}°`;
  const label = labelPicture(words, { ink: line, halo, weight: 600 });
  // Beside the arc, on the side it bends to.
  const share = Math.cos(middle) < -0.3 ? 1 : Math.cos(middle) > 0.3 ? 0 : 0.5;
  return [
    // A halo, so that it is seen on a dial's own rings and on a beam of any color.
    { type: "line", points: arc, stroke: halo, lineWidth: 6 },
    { type: "line", points: arc, stroke: color, lineWidth: 2.5 },
    { type: "line", points: arrow, fill: color },
    {
      type: "picture",
      x: x + (end + 10) * Math.cos(middle) - share * label.width,
      y: y + (end + 12) * Math.sin(middle) + 4 - label.baseline,
      width: label.width,
      height: label.height,
      image: label.image,
    },
  ];
}
