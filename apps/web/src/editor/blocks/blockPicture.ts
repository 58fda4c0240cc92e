import { type Layer, layerPolyline, type Motion, outerOf } from "@levitas/core/motion";
import { channelOf, type FigureHue, type Group, type Tween } from "@levitas/core/study";
import { isBackward, type Placed } from "@levitas/core/timeline";
import { findLayer } from "../session/findLayer.ts";
import type { Hit, Mark, RowPicture } from "../tracks/marks.ts";
import { cutToFit, labelPlace } from "../words/blockLabel.ts";
import { passWords } from "../words/iterationWords.ts";
import { type BlockRow, blockSpan, FAN, fanOf, LINE } from "./blockRows.ts";

/** Where a bar lies inside its line, px. */
const TOP = 4;
const BOTTOM = LINE - 4;
/** Points of a tween's curve per span. */
const PER_SPAN = 16;
/** Weight and size of a block's words. */
export const LABEL_FONT = "500 11.5px";

/** What the pointer finds on the line of a block. */
export type BlockTarget =
  | { readonly on: "block" }
  | { readonly on: "edge"; readonly edge: "start" | "end" }
  | { readonly on: "fan" }
  | { readonly on: "tether" };

/** What the picture of a block is made of. */
export interface BlockSight {
  readonly row: BlockRow;
  readonly placed: Placed;
  readonly motion: Motion;
  readonly view: {
    readonly toX: (time: number) => number;
    readonly width: number;
    readonly scale: number;
  };
  readonly hue: FigureHue;
  readonly isChosen: boolean;
  readonly isHovered: boolean;
  /** Whether a cue is heard now. */
  readonly isLit: boolean;
  /** Where another tween drives the same channel, ms. */
  readonly contended: readonly { readonly from: number; readonly to: number }[];
  /** How wide a text is in a font, px. */
  readonly widthOf: (text: string, font: string) => number;
}

/** Whether an item plays backwards on the screen, because of the groups it stands in. */
export function isMirrored(placed: Placed): boolean {
  let mirrored = false;
  for (let group = placed.level.group; group; group = group.level.group)
    if (group.iterations && isBackward(group.iterations.direction, 0)) mirrored = !mirrored;
  return mirrored;
}

/** What a block says beside its name: how often and which way it plays. */
export function blockNotes(item: BlockRow["item"]): string {
  const rate = item.type === "group" && item.rate ? `rate ${item.rate}` : "";
  return [passWords(item as Group), rate].filter(Boolean).join(", ");
}

/** Where a block's first pass is, ms; a cue stands where it is heard first. */
export function passOf(motion: Motion, placed: Placed): { from: number; to: number } {
  const heard = placed.item.type === "cue" ? motion.cueTime(placed.item.id) : undefined;
  return heard === undefined ? blockSpan(placed).pass : { from: heard, to: heard };
}

/** One item of the sequence as it is painted on its line. */
export function blockPicture(sight: BlockSight): RowPicture<BlockTarget> {
  const { row, placed, motion, view, isChosen, isHovered } = sight;
  const { item, height } = row;
  const { all, endless } = blockSpan(placed);
  const pass = passOf(motion, placed);
  const from = view.toX(pass.from);
  const to = Math.max(view.toX(pass.to), from + (item.type === "cue" ? 1 : 3));
  const end = endless ? Math.max(view.width + 10, to) : Math.max(view.toX(all.to), to);
  const count = fanOf(item);
  const own = `hue-${sight.hue}`;
  const [fill, stroke] =
    item.type === "group"
      ? ["muted", "muted"]
      : item.type === "tween"
        ? [own, own]
        : ["marigold", "marigold-ink"];
  const box = {
    x: from,
    y: TOP,
    width: to - from,
    height: count > 0 ? height - 2 * TOP : BOTTOM - TOP,
  };
  const marks: Mark[] = [];
  if (end > to + 1)
    marks.push({ type: "line", points: rest(from, to, end), stroke, dash: [2, 3], alpha: 0.6 });
  if (item.type !== "cue")
    marks.push({ type: "box", ...box, radius: 5, fill, alpha: count > 0 ? 0.1 : 0.2 });
  // The fill of a chosen block is faint: a frame is not.
  if (isChosen) marks.push({ type: "box", ...box, radius: 5, stroke: "spruce", lineWidth: 2 });
  marks.push(...inside(sight, { from, to, fill, stroke }));
  if (count > 0) marks.push(...fanBars(sight, pass, from, count, own));
  for (const { from: a, to: b } of sight.contended)
    marks.push({
      type: "line",
      points: [view.toX(a), BOTTOM + 1, view.toX(b), BOTTOM + 1],
      stroke: "fault",
      lineWidth: 3,
    });
  marks.push(...words(sight, { from, to, end }, count > 0 ? 13 : LINE / 2 + 4));

  const hits: Hit<BlockTarget>[] = [
    {
      ...box,
      target: { on: "block" },
      cursor: "grab",
      title: `${item.name}: drag to move it and what is tethered to it`,
    },
  ];
  if (item.type === "cue") hits[0] = { ...(hits[0] as Hit<BlockTarget>), x: from - 6, width: 12 };
  if (item.type === "tween" && item.tracks.length > 0)
    for (const [edge, x] of [
      ["start", from - 3],
      ["end", to - 4],
    ] as const) {
      if (count > 0 && edge === "end") continue;
      const grip = { x, y: TOP, width: 7, height: BOTTOM - TOP };
      if (isHovered) marks.push({ type: "box", ...grip, radius: 2, fill: "edge", alpha: 0.4 });
      hits.push({
        ...grip,
        target: { on: "edge", edge },
        cursor: "ew-resize",
        title: "Drag to trim; with Shift it stretches",
      });
    }
  if (count > 0) {
    const grip = { x: to - 5, y: height - TOP - 14, width: 8, height: 14 };
    marks.push({ type: "box", ...grip, radius: 3, fill: own });
    hits.push({
      ...grip,
      target: { on: "fan" },
      cursor: "ew-resize",
      title: "Drag the far end of the fan",
    });
  }
  if (isHovered)
    marks.push({
      ...{ type: "disc", x: from, y: LINE / 2, radius: 4 },
      ...{ fill: "raised", stroke: "edge", lineWidth: 1.5 },
    });
  hits.push({
    ...{ x: from - 4.5, y: LINE / 2 - 4.5, width: 9, height: 9 },
    target: { on: "tether" },
    cursor: "crosshair",
    title: "Drag to a block to tether it there",
  });
  // What is disabled is there, and faint.
  return item.disabled
    ? { hits, marks: marks.map((mark) => ({ ...mark, alpha: (mark.alpha ?? 1) * 0.45 })) }
    : { hits, marks };
}

/** What follows the first pass, up to the end of the last one. */
function rest(from: number, to: number, end: number): number[] {
  const points = [to, TOP + 2, end, TOP + 2, end, BOTTOM - 2, to, BOTTOM - 2];
  // A tick where each pass begins, as long as they can be told apart.
  const width = to - from;
  if (width > 14)
    for (let x = to; x < end - 2; x += width)
      points.push(Number.NaN, Number.NaN, x, TOP + 3, x, BOTTOM - 3);
  return points;
}

/** What a block shows of itself: a tween its curve, a group what it holds, a cue, a shake and a freeze their signs. */
function inside(
  { row, placed, motion, view, isLit }: BlockSight,
  { from, to, fill, stroke }: { from: number; to: number; fill: string; stroke: string },
): Mark[] {
  const { item } = row;
  const line = { type: "line", stroke, lineWidth: 1.5 } as const;
  if (item.type === "cue") {
    const radius = isLit ? 8 : 5;
    return [
      { ...line, points: [from, TOP, from, BOTTOM] },
      { ...{ type: "disc", x: from, y: LINE / 2, radius, fill, stroke, lineWidth: 1.5 } },
    ];
  }
  if (item.type === "shake") return [{ ...line, points: dyingSwings(from, to) }];
  if (item.type === "freeze") {
    const width = Math.max(to - from, 3);
    const box = { x: from, y: TOP, width, height: BOTTOM - TOP };
    return [{ type: "box", ...box, fill, stroke, lineWidth: 1.5 }];
  }
  if (item.type === "group")
    return [
      {
        ...line,
        points: row.folded ? membersOf(motion, placed, view) : bracket(from, to),
      },
    ];
  return fanOf(item) > 0 ? [] : [{ ...line, points: curveOf(motion, placed, from, to) }];
}

/** A shake: swings that die away. */
function dyingSwings(from: number, to: number): number[] {
  const middle = LINE / 2;
  const points = [from, middle];
  const steps = Math.min(Math.max(Math.round((to - from) / 4), 4), 60);
  for (let i = 1; i <= steps; i++) {
    const left = 1 - i / steps;
    points.push(from + ((to - from) * i) / steps, middle + (i % 2 === 0 ? 8 : -8) * left);
  }
  return points;
}

/** A group: a bracket over what it holds. */
function bracket(from: number, to: number): number[] {
  return [
    ...[from, BOTTOM, from, TOP + 4, from + 1.5, TOP + 1.5, from + 5, TOP],
    ...[to - 5, TOP, to - 1.5, TOP + 1.5, to, TOP + 4, to, BOTTOM],
  ];
}

/** What a folded group holds, as thin lines. */
function membersOf(motion: Motion, placed: Placed, view: BlockSight["view"]): number[] {
  const members = placed.inside ? motion.placements.membersOf(placed.inside) : [];
  const gap = (BOTTOM - TOP - 8) / Math.max(members.length - 1, 1);
  return members.flatMap((member, i) => {
    const { pass } = blockSpan(member);
    const y = TOP + 4 + Math.min(gap, 4) * i;
    const from = view.toX(pass.from);
    if (y > BOTTOM - 2) return [];
    return [Number.NaN, Number.NaN, from, y, Math.max(view.toX(pass.to), from + 2), y];
  });
}

/** The layer whose curve a tween's block shows: its first channel that is no color, of its first figure. */
export function shownLayer(motion: Motion, tween: Tween): Layer | undefined {
  const [figure] = tween.figures;
  const track = tween.tracks.find(({ channel }) => channelOf(channel).kind !== "color");
  return figure && track
    ? findLayer(motion, figure, channelOf(track.channel), tween.id)
    : undefined;
}

/** The curve of a tween's first channel, as it is played. */
function curveOf(motion: Motion, placed: Placed, from: number, to: number): number[] {
  const tween = placed.item as Tween;
  const layer = shownLayer(motion, tween);
  if (!layer || layer.end <= layer.start) return [];
  const points = layerPolyline(layer, PER_SPAN);
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = 1; i < points.length; i += 2) {
    low = Math.min(low, points[i] as number);
    high = Math.max(high, points[i] as number);
  }
  if (!(high > low)) return [];
  const first = tween.clip?.from ?? 0;
  const whole = outerOf(layer, placed.length + first) - outerOf(layer, first);
  const isReversed = isMirrored(placed);
  return Array.from(points, (part, i) => {
    if (i % 2 === 1) return BOTTOM - 3 - ((BOTTOM - TOP - 6) * (part - low)) / (high - low);
    const share = (part - (tween.clip ? layer.start : layer.origin)) / (whole || 1);
    return isReversed ? to - share * (to - from) : from + share * (to - from);
  });
}

/** A staggered tween's fan: a bar for each figure, as far as there is room. */
function fanBars(
  { placed, view }: BlockSight,
  pass: { readonly from: number; readonly to: number },
  from: number,
  count: number,
  fill: string,
): Mark[] {
  const width = Math.max(view.toX(pass.from + placed.length) - from || 2, 2);
  const whole = Math.max(placed.length + Math.max(...placed.offsets), 1);
  const scale = (view.scale * (pass.to - pass.from)) / whole;
  return placed.offsets.slice(0, count).map((offset, i) => ({
    type: "box",
    x: from + offset * scale,
    y: 16 + i * (FAN.bar + FAN.gap),
    width,
    height: FAN.bar,
    fill,
    alpha: 0.8,
  }));
}

/** The words of a block, where no edge crosses them. */
function words(
  { row: { item }, view, widthOf }: BlockSight,
  edges: { readonly from: number; readonly to: number; readonly end: number },
  y: number,
): Mark[] {
  const notes = blockNotes(item);
  const more = notes === "" ? "" : `  ${notes}`;
  const named = widthOf(item.name, LABEL_FONT);
  const place = labelPlace(edges, view.width, {
    name: named,
    all: named + (more === "" ? 0 : widthOf(more, LABEL_FONT)),
  });
  const { x, anchor } = place;
  const font = LABEL_FONT;
  if (place.shown === "cut") {
    const text = cutToFit(item.name, place.room, (part) => widthOf(part, font));
    return [{ type: "text", x, y, anchor, text, ink: "ink", font }];
  }
  const isAll = place.shown === "all" && more !== "";
  const name: Mark = { type: "text", x, y, anchor, text: item.name, ink: "ink", font };
  if (!isAll) return [name];
  // One after the other, whichever end they are anchored at.
  const note = { type: "text", y, anchor, text: more, ink: "muted", font: "400 11.5px" } as const;
  const after = widthOf(more, font);
  return anchor === "end"
    ? [
        { ...name, x: x - after },
        { ...note, x },
      ]
    : [name, { ...note, x: x + named }];
}
