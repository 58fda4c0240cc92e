import { backwardPolyline, type Layer, outerOf } from "@levitas/core/motion";
import type { ChannelDefinition, FigureHue, Key, Study } from "@levitas/core/study";
import { valueRange } from "../axis/laneGeometry.ts";
import { axisTicks, GRAPH, type GraphView } from "../session/graphView.ts";
import type { LaneBar } from "../session/rows.ts";
import type { Hit, Mark, RowPicture } from "../tracks/marks.ts";
import { reachedValue, spanTangents } from "./spanGeometry.ts";

/** Which side of a key a tangent is on: `out` after it, `in` before it. */
export type Side = "in" | "out";

/** What the pointer finds on a graph. */
export type GraphTarget = {
  readonly bar: LaneBar;
  readonly channel: ChannelDefinition;
} & (
  | { readonly on: "line" }
  | { readonly on: "key"; readonly index: number; readonly id: string }
  /** `index` is of the key at which the span of the tangent begins. */
  | { readonly on: "tangent"; readonly index: number; readonly side: Side }
);

/** A tween's line on a graph. */
export interface GraphLine {
  readonly bar: LaneBar;
  readonly channel: ChannelDefinition;
  readonly layer: Layer;
  /** Times and values in turn. */
  readonly points: Float64Array;
  /** Whether it is of the channel whose graph it is, and not one that was added. */
  readonly isOwn: boolean;
}

/** Another channel of the figure, faint and over a range of its own. */
export interface FaintLine {
  readonly label: string;
  readonly end: number;
  readonly points: Float64Array;
}

/** What the picture of a graph is made of. */
export interface GraphSight {
  readonly lines: readonly GraphLine[];
  readonly faint: readonly FaintLine[];
  /** Speeds of the channel: times and speeds in turn, and the highest. */
  readonly speeds: { readonly points: Float64Array; readonly most: number };
  readonly hue: FigureHue;
  readonly view: { readonly toX: (time: number) => number; readonly width: number };
  readonly values: GraphView;
  readonly study: Study;
  readonly span: string | null;
  readonly keys: ReadonlySet<string>;
}

/** The keys of a line, as they are while something is dragged. */
export function keysOfLine({ layer }: GraphLine): readonly Key[] {
  return layer.track.track.keys;
}

/** Where a key is on a graph, px. */
export function placeOfKey(
  { layer }: GraphLine,
  index: number,
  { view, values }: Pick<GraphSight, "view" | "values">,
): { readonly x: number; readonly y: number } {
  const key = layer.track.track.keys[index];
  return {
    x: view.toX(outerOf(layer, key?.time ?? 0)),
    y: values.toY(reachedValue(layer, index)),
  };
}

/** Where the end of a tangent is on a graph, px; undefined where its span has none. */
export function placeOfTangent(
  line: GraphLine,
  index: number,
  side: Side,
  { view, values, study }: Pick<GraphSight, "view" | "values" | "study">,
): { readonly x: number; readonly y: number } | undefined {
  const { layer } = line;
  const tangents = spanTangents(layer, index, study);
  const at = side === "out" ? index : index + 1;
  const key = layer.track.track.keys[at];
  if (!tangents || !key) return undefined;
  return {
    x: view.toX(outerOf(layer, key.time) + tangents[side].time),
    y: values.toY(reachedValue(layer, at) + tangents[side].value),
  };
}

/** The spans of a line whose tangents are shown: the selected one, and those at chosen keys. */
export function tangentSpans(
  line: GraphLine,
  { span, keys: chosen }: Pick<GraphSight, "span" | "keys">,
): number[] {
  const { tween } = line.layer;
  // The speed along a path through space is not that of x or of y: it has no tangents here.
  if (tween.path && (line.channel.id === "x" || line.channel.id === "y")) return [];
  const keys = keysOfLine(line);
  return keys.flatMap((key, i) => {
    const next = keys[i + 1];
    if (!next) return [];
    return span === key.id || chosen.has(key.id) || chosen.has(next.id) ? [i] : [];
  });
}

/** A graph as it is painted: its axis, the speed, the other channels faintly, and its lines with keys and tangents. */
export function graphPicture(sight: GraphSight): RowPicture<GraphTarget> {
  const marks: Mark[] = [...ground(sight)];
  const hits: Hit<GraphTarget>[] = [];
  for (const line of sight.lines) drawLine(sight, line, marks, hits);
  for (const line of sight.lines) {
    drawTangents(sight, line, marks, hits);
    drawKeys(sight, line, marks, hits);
  }
  return { marks, hits };
}

/** Round values of the axis that are in view, and how many decimals they need. */
export function graphTicks(values: GraphView): { ticks: number[]; decimals: number } {
  const ticks = axisTicks(values.min, values.max, 4).filter(
    (tick) => values.toY(tick) > GRAPH.top - 4 && values.toY(tick) < GRAPH.bottom + 4,
  );
  const step = (ticks[1] ?? 1) - (ticks[0] ?? 0);
  const decimals = Math.min(Math.max(-Math.floor(Math.log10(Math.abs(step)) + 1e-9), 0), 4);
  return { ticks, decimals };
}

function ground({ values, view, speeds, faint }: GraphSight): Mark[] {
  const { width, toX } = view;
  const across = (y: number): Mark => ({ type: "line", points: [0, y, width, y], stroke: "rule" });
  const marks: Mark[] = [
    {
      ...{ type: "box", x: 0, y: 0, width, height: GRAPH.speedBottom + 8 },
      ...{ fill: "paper", alpha: 0.4 },
    },
    ...graphTicks(values).ticks.map((tick) => across(Math.round(values.toY(tick)) + 0.5)),
    across(GRAPH.speedBottom),
  ];
  for (const { points, label, end } of faint) {
    const { min, max } = valueRange(points);
    const height = (GRAPH.bottom - GRAPH.top) * 0.8;
    const toY = (value: number) =>
      GRAPH.bottom - height * 0.12 - ((value - min) / (max - min)) * height;
    marks.push(
      {
        ...{ type: "line", points: placed(points, toX, toY), stroke: "edge" },
        ...{ lineWidth: 1.1, alpha: 0.5 },
      },
      {
        ...{ type: "text", x: toX(end) + 6, y: toY(points.at(-1) ?? 0) + 3, text: label },
        ...{ ink: "muted", font: "400 10.5px", alpha: 0.5 },
      },
    );
  }
  const height = GRAPH.speedBottom - GRAPH.speedTop;
  const speed = placed(
    speeds.points,
    toX,
    (value) => GRAPH.speedBottom - (speeds.most > 0 ? (value / speeds.most) * height : 0),
  );
  if (speed.length > 0)
    marks.push(
      { type: "line", points: speed, fill: "marigold", alpha: 0.25 },
      { type: "line", points: speed, stroke: "marigold", lineWidth: 1.4 },
    );
  return marks;
}

function drawLine(
  { view, values, hue }: GraphSight,
  { bar, channel, points, layer, isOwn }: GraphLine,
  marks: Mark[],
  hits: Hit<GraphTarget>[],
): void {
  const place = (line: Float64Array) => placed(line, view.toX, (value) => values.toY(value));
  const drawn = place(points);
  const backward = backwardPolyline(layer, points);
  const stroke = isOwn ? (`hue-${hue}` as const) : "spruce";
  marks.push({
    ...{ type: "line", points: backward ? place(backward) : drawn, lineWidth: 1.9, stroke },
  });
  // What is played is the line; the keys, which it plays from the last to the first, are joined by dots.
  if (backward) marks.push({ type: "line", points: drawn, stroke, dash: [1, 3], alpha: 0.7 });
  hits.push({
    ...{ x: 0, y: 0, width: view.width, height: GRAPH.speedBottom },
    along: { points: drawn, reach: 6 },
    target: { on: "line", bar, channel },
    cursor: "pointer",
    title: "Click a span to shape it, double-click to set a key",
  });
}

function drawTangents(
  sight: GraphSight,
  line: GraphLine,
  marks: Mark[],
  hits: Hit<GraphTarget>[],
): void {
  const { bar, channel } = line;
  for (const index of tangentSpans(line, sight))
    for (const side of ["out", "in"] as const) {
      const key = placeOfKey(line, side === "out" ? index : index + 1, sight);
      const tip = placeOfTangent(line, index, side, sight);
      if (!tip) continue;
      marks.push(
        {
          ...{ type: "line", points: [key.x, key.y, tip.x, tip.y] },
          ...{ stroke: "spruce", lineWidth: 1.2 },
        },
        {
          ...{ type: "disc", ...tip, radius: 5 },
          ...{ fill: "raised", stroke: "spruce", lineWidth: 1.6 },
        },
      );
      hits.push({
        ...{ x: tip.x - 7, y: tip.y - 7, width: 14, height: 14 },
        target: { on: "tangent", bar, channel, index, side },
        cursor: "move",
        title: "Tangent: pull it to set the speed (Alt: this side alone)",
      });
    }
}

function drawKeys(
  sight: GraphSight,
  line: GraphLine,
  marks: Mark[],
  hits: Hit<GraphTarget>[],
): void {
  const ink = `hue-${sight.hue}`;
  const { bar, channel } = line;
  keysOfLine(line).forEach(({ id }, index) => {
    const { x, y } = placeOfKey(line, index, sight);
    marks.push({
      ...{ type: "box", x: x - 4, y: y - 6.5, width: 8, height: 13, radius: 4 },
      fill: sight.keys.has(id) ? ink : "raised",
      stroke: ink,
      lineWidth: 1.8,
    });
    hits.push({
      ...{ x: x - 6, y: y - 8, width: 12, height: 16 },
      target: { on: "key", bar, channel, index, id },
      cursor: "move",
      title: `Key ${index + 1}: drag it in time and value, Shift keeps to one of them`,
    });
  });
}

/** A line of times and values on the screen, px. */
function placed(
  points: Float64Array,
  toX: (time: number) => number,
  toY: (value: number) => number,
): Float64Array {
  return points.map((part, i) => (i % 2 === 0 ? toX(part) : toY(part)));
}
