import type { Seam } from "@levitas/core/edit";
import {
  backwardPolyline,
  type Layer,
  layerColors,
  type Motion,
  outerOf,
} from "@levitas/core/motion";
import type { ChannelDefinition, ChannelId, Key, Tween } from "@levitas/core/study";
import { playedSpan } from "@levitas/core/timeline";
import { BAR, valueRange } from "../axis/laneGeometry.ts";
import { findLayer } from "../session/findLayer.ts";
import type { LaneBar, Row } from "../session/rows.ts";
import { chevron, type Hit, type Mark, type RowPicture } from "../tracks/marks.ts";
import { passWords } from "../words/iterationWords.ts";

export type LaneOf = Extract<Row, { kind: "lane" | "graph" }>;

/** What the pointer finds on a lane. */
export type LaneTarget =
  | { readonly on: "bar"; readonly bar: LaneBar }
  | { readonly on: "key"; readonly bar: LaneBar; readonly index: number; readonly id: string }
  | { readonly on: "grip"; readonly bar: LaneBar; readonly edge: "start" | "end" }
  | { readonly on: "seam"; readonly id: string };

/** Room a bar's name needs before the next bar, px. */
const NAME_ROOM = 90;
/** How many slices show the colors of a bar. */
const SLICES = 32;
/** How far from the ends of a bar its grips stand, px. */
export const GRIP_AWAY = 9;
const MIDDLE = (BAR.top + BAR.bottom) / 2;

/** What a lane's picture is made of. */
export interface LaneSight {
  readonly row: LaneOf;
  readonly motion: Motion;
  readonly view: { readonly toX: (time: number) => number; readonly width: number };
  /** The key at which the selected span begins, if that is on this figure. */
  readonly span: string | null;
  readonly keys: ReadonlySet<string>;
  readonly isHovered: boolean;
  /** Times and values of a layer in turn, for its line. */
  readonly lineOf: (layer: Layer) => Float64Array;
  /** Where the speed jumps on a track of a tween, by the key. */
  readonly seamsOf: (tween: Tween, channel: ChannelId) => ReadonlyMap<string, Seam>;
}

/** The keys of a layer's track, as they are while something is dragged. */
export function keysOf(layer: Layer, channel: ChannelId): readonly Key[] {
  return layer.tween.tracks.find((track) => track.channel === channel)?.keys ?? [];
}

/** Whether a channel of a tween is part of a path through space, whose speed is not that of x or of y. */
export function isJoined(tween: Tween, channel: ChannelId): boolean {
  return tween.path === true && (channel === "x" || channel === "y");
}

/** A lane as it is painted: for every tween on it a bar with its curve, and a capsule for every key. */
export function lanePicture(sight: LaneSight): RowPicture<LaneTarget> {
  const marks: Mark[] = [];
  const hits: Hit<LaneTarget>[] = [];
  const { row, motion } = sight;
  const layers = row.bars.map((bar) => findLayer(motion, row.figure.id, row.channel, bar.tween.id));
  row.bars.forEach((bar, i) => {
    const layer = layers[i];
    if (!layer) return;
    const next = Math.min(
      ...layers.map((each) => (each && each.start > layer.start ? each.start : Infinity)),
    );
    drawBar(sight, bar, layer, next, marks, hits);
  });
  // In front of all bars: a key can be grabbed where two tweens overlap.
  row.bars.forEach((bar, i) => {
    const layer = layers[i];
    if (layer) drawKeys(sight, bar, layer, marks, hits);
  });
  return { marks, hits };
}

function drawBar(
  { row: { channel, figure }, motion, view, span, isHovered, lineOf }: LaneSight,
  bar: LaneBar,
  layer: Layer,
  next: number,
  marks: Mark[],
  hits: Hit<LaneTarget>[],
): void {
  const hue = `hue-${figure.hue}`;
  const { tween } = layer;
  const [from, to] = [view.toX(layer.start), view.toX(layer.end)];
  const width = Math.max(to - from, 1);
  const box = { x: from, y: BAR.top, width, height: BAR.bottom - BAR.top };
  if (channel.kind === "color") marks.push(...slices(layer, from, to));
  else {
    marks.push({ type: "box", ...box, radius: 4, fill: hue, alpha: 0.15 });
    const ofKeys = lineOf(layer);
    const backward = backwardPolyline(layer, ofKeys);
    const line = barLine(backward ?? ofKeys, view.toX);
    // What is played is the line; the keys, which it plays from the last to the first, are joined by dots.
    if (backward)
      marks.push({
        ...{ type: "line", points: barLine(ofKeys, view.toX), stroke: hue, dash: [1, 3] },
        alpha: 0.7,
      });
    if (line.length > 0) {
      const area = [...line, to, BAR.bottom, from, BAR.bottom];
      marks.push({ type: "line", points: area, fill: hue, alpha: 0.25 });
      marks.push({ type: "line", points: line, stroke: hue, lineWidth: 1.6 });
    }
  }
  hits.push({
    ...box,
    target: { on: "bar", bar },
    cursor: "grab",
    title: `${tween.name}: drag to move in time, click a span to shape it`,
  });
  const keys = keysOf(layer, channel.id);
  const index = keys.findIndex(({ id }) => id === span);
  const [first, second] = [keys[index], keys[index + 1]];
  if (first && second) {
    const [left, right] = [
      view.toX(outerOf(layer, first.time)),
      view.toX(outerOf(layer, second.time)),
    ];
    const height = 3;
    marks.push({
      ...{ type: "box", x: left, y: BAR.bottom - 1, width: Math.max(right - left, 1), height },
      ...{ radius: 1.5, fill: "spruce" },
    });
  }
  const end = endOfPasses(motion, tween, view);
  if (end > to + 2)
    marks.push({
      type: "line",
      points: [to, BAR.top + 2, end, BAR.top + 2, end, BAR.bottom - 2, to, BAR.bottom - 2],
      stroke: hue,
      dash: [2, 3],
      alpha: 0.6,
    });
  if (view.toX(next) - to > NAME_ROOM)
    marks.push({
      type: "text",
      x: to + 18,
      y: MIDDLE + 4,
      text: tween.iterations || tween.direction ? `${tween.name}  ${passWords(tween)}` : tween.name,
      ink: hue,
      font: "400 11px",
    });
  if (keys.length < 2) return;
  for (const [edge, x, way] of [
    ["start", from - GRIP_AWAY, -1],
    ["end", to + GRIP_AWAY, 1],
  ] as const) {
    if (isHovered) marks.push(chevron(x, MIDDLE, way));
    hits.push({
      ...{ x: x - 5, y: MIDDLE - 7, width: 10, height: 14 },
      target: { on: "grip", bar, edge },
      cursor: "ew-resize",
      title: "Stretch the tween: all its keys keep their proportion",
    });
  }
}

function drawKeys(
  { row: { channel, figure }, view, keys: chosen, seamsOf }: LaneSight,
  bar: LaneBar,
  layer: Layer,
  marks: Mark[],
  hits: Hit<LaneTarget>[],
): void {
  const hue = `hue-${figure.hue}`;
  const { clip } = layer.tween;
  const keys = keysOf(layer, channel.id);
  const seams = seamsOf(layer.tween, channel.id);
  keys.forEach(({ id, time }, index) => {
    const x = view.toX(outerOf(layer, time));
    // What lies outside of the part that is played is kept, and faint.
    const away = clip && (time < clip.from - 0.01 || time > clip.to + 0.01);
    marks.push({
      ...{ type: "box", x: x - 3.5, y: BAR.top + 1, width: 7, radius: 3.5 },
      height: BAR.bottom - BAR.top - 2,
      fill: chosen.has(id) ? hue : "raised",
      stroke: hue,
      lineWidth: 1.8,
      alpha: away ? 0.35 : 1,
    });
    hits.push({
      ...{ x: x - 7, y: 0, width: 14, height: 32 },
      target: { on: "key", bar, index, id },
      cursor: "ew-resize",
      title: `Key ${index + 1}: drag to move it in time`,
    });
    const seam = seams.get(id);
    if (!seam) return;
    const foot = BAR.bottom + 4;
    marks.push({
      type: "line",
      points: [x - 5, foot, x, BAR.bottom, x + 5, foot],
      fill: "marigold",
      stroke: "marigold",
    });
    hits.push({
      ...{ x: x - 5, y: BAR.bottom, width: 10, height: 5 },
      target: { on: "seam", id },
      cursor: "pointer",
      title: `The speed jumps here, ${seamWords(channel, seam)}. Click to match them.`,
    });
  });
}

/** Both speeds of a seam, in words. */
export function seamWords(
  channel: ChannelDefinition,
  { before, after }: { readonly before: number; readonly after: number },
): string {
  const speed = (value: number) =>
    Number.isFinite(value) ? value.toFixed(Math.abs(value) < 10 ? 1 : 0).replace("-", "−") : "∞";
  return `${speed(before)} to ${speed(after)} ${channel.unit}/s`;
}

/** A line of times and values inside a bar; greater values are higher, a flat line lies in the middle. */
function barLine(points: Float64Array, toX: (time: number) => number): Float64Array {
  const { min, max } = valueRange(points);
  const [top, height] = [BAR.top + 3, BAR.bottom - BAR.top - 6];
  return points.map((part, i) =>
    i % 2 === 0 ? toX(part) : top + height * (1 - (part - min) / (max - min)),
  );
}

/** Where the passes after the first one end, px. */
function endOfPasses(
  motion: Motion,
  tween: Tween,
  view: { readonly toX: (time: number) => number; readonly width: number },
): number {
  const placed = motion.placements.byId.get(tween.id);
  if (!placed?.iterations) return Number.NEGATIVE_INFINITY;
  return Number.isFinite(placed.whole) ? view.toX(playedSpan(placed).to) : view.width + 10;
}

/** The colors of a bar, as slices side by side. */
function slices(layer: Layer, from: number, to: number): Mark[] {
  const width = (to - from) / SLICES;
  return layerColors(layer, SLICES).map((fill, i) => ({
    type: "box",
    x: from + i * width,
    y: BAR.top + 3,
    // A hair wider, so that no gaps show between slices.
    width: width + 0.6,
    height: BAR.bottom - BAR.top - 6,
    fill,
  }));
}
