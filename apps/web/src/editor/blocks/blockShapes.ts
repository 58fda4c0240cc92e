import { layerPolyline, type Motion } from "@levitas/core/motion";
import { channelOf, type Tween } from "@levitas/core/study";
import { isBackward, type Placed } from "@levitas/core/timeline";
import { textWidth } from "../../ui/textWidth.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { findLayer } from "../session/findLayer.ts";
import { cutToFit, labelPlace } from "./blockLabel.ts";
import { blockSpan, LINE } from "./blockRows.ts";

/** Where a bar lies inside its line, px. */
export const TOP = 4;
export const BOTTOM = LINE - 4;
/** Points of a tween's curve per span. */
const PER_SPAN = 16;
/** Weight and size of a block's words, as the class of their text element has them. */
const LABEL_FONT = "500 11.5px";

/** Whether an item plays backwards on the screen, because of the groups it stands in. */
export function isMirrored(placed: Placed): boolean {
  let mirrored = false;
  for (let group = placed.level.group; group; group = group.level.group)
    if (group.iterations && isBackward(group.iterations.direction, 0)) mirrored = !mirrored;
  return mirrored;
}

/** What follows the first pass of a block, up to the end of its last one. All places in px. */
export function restPath(from: number, to: number, end: number): string {
  if (end <= to + 1) return "";
  // A tick where each pass begins, as long as they can be told apart.
  const width = to - from;
  let ticks = "";
  if (width > 14)
    for (let x = to; x < end - 2; x += width) ticks += `M${x.toFixed(1)} ${TOP + 3}V${BOTTOM - 3}`;
  return `M${to.toFixed(1)} ${TOP + 2}H${end.toFixed(1)}V${BOTTOM - 2}H${to.toFixed(1)}${ticks}`;
}

/** Writes the words of a block where no edge crosses them. */
export function writeLabel(
  text: SVGTextElement | null,
  edges: { readonly from: number; readonly to: number; readonly end: number },
  width: number,
  name: string,
  notes: string,
): void {
  if (!text) return;
  const more = notes === "" ? "" : `  ${notes}`;
  const named = textWidth(name, LABEL_FONT);
  const place = labelPlace(edges, width, {
    name: named,
    all: named + (more === "" ? 0 : textWidth(more, LABEL_FONT)),
  });
  writeAttributes(text, { x: place.x.toFixed(1), "text-anchor": place.anchor });
  const words = [
    place.shown === "cut"
      ? cutToFit(name, place.room, (part) => textWidth(part, LABEL_FONT))
      : name,
    place.shown === "all" ? more : "",
  ];
  for (const [i, span] of [...text.children].entries())
    if (span.textContent !== words[i]) span.textContent = words[i] ?? "";
}

/** The mark of a cue; larger while it is heard. All places in px. */
export function cuePath(x: number, lit: boolean): string {
  const r = lit ? 8 : 5;
  const y = LINE / 2;
  return `M${x} ${TOP}V${BOTTOM}M${x - r} ${y}A${r} ${r} 0 1 1 ${x + r} ${y}A${r} ${r} 0 1 1 ${x - r} ${y}Z`;
}

/** A shake: swings that die away. All places in px. */
export function shakePath(from: number, to: number): string {
  const middle = LINE / 2;
  let path = `M${from.toFixed(1)} ${middle}`;
  const steps = Math.min(Math.max(Math.round((to - from) / 4), 4), 60);
  for (let i = 1; i <= steps; i++) {
    const left = 1 - i / steps;
    path += `L${(from + ((to - from) * i) / steps).toFixed(1)} ${(middle + (i % 2 === 0 ? 8 : -8) * left).toFixed(1)}`;
  }
  return path;
}

/** A freeze: the time that stands still, as a box. All places in px. */
export function freezePath(from: number, to: number): string {
  return `M${from.toFixed(1)} ${TOP}H${Math.max(to, from + 3).toFixed(1)}V${BOTTOM}H${from.toFixed(1)}Z`;
}

/** A group: a bracket over what it holds. All places in px. */
export function groupPath(from: number, to: number): string {
  return `M${from.toFixed(1)} ${BOTTOM}V${TOP + 4}Q${from.toFixed(1)} ${TOP} ${(from + 5).toFixed(1)} ${TOP}H${(to - 5).toFixed(1)}Q${to.toFixed(1)} ${TOP} ${to.toFixed(1)} ${TOP + 4}V${BOTTOM}`;
}

/** What a folded group holds, as thin lines. */
export function foldedPath(
  motion: Motion,
  placed: Placed,
  view: { toX: (t: number) => number },
): string {
  const members = placed.inside ? motion.placements.membersOf(placed.inside) : [];
  const gap = (BOTTOM - TOP - 8) / Math.max(members.length - 1, 1);
  return members
    .map((member, i) => {
      const { pass } = blockSpan(member);
      const y = TOP + 4 + Math.min(gap, 4) * i;
      return y > BOTTOM - 2
        ? ""
        : `M${view.toX(pass.from).toFixed(1)} ${y.toFixed(1)}H${Math.max(view.toX(pass.to), view.toX(pass.from) + 2).toFixed(1)}`;
    })
    .join("");
}

/** The curve of a tween's first channel, as it is played. */
export function curvePath(motion: Motion, placed: Placed, from: number, to: number): string {
  const tween = placed.item as Tween;
  const [figure] = tween.figures;
  const track =
    tween.tracks.find(({ channel }) => channelOf(channel).kind !== "color") ?? tween.tracks[0];
  if (!figure || !track || channelOf(track.channel).kind === "color") return "";
  const layer = findLayer(motion, figure, channelOf(track.channel), tween.id);
  if (!layer || layer.end <= layer.start) return "";
  const points = layerPolyline(layer, PER_SPAN);
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = 1; i < points.length; i += 2) {
    low = Math.min(low, points[i] as number);
    high = Math.max(high, points[i] as number);
  }
  if (!(high > low)) return "";
  const begin = layer.origin + 0;
  const whole =
    layer.outer(placed.length + (tween.clip?.from ?? 0)) - layer.outer(tween.clip?.from ?? 0);
  const mirrored = isMirrored(placed);
  let path = "";
  for (let i = 0; i < points.length; i += 2) {
    const part = ((points[i] as number) - (tween.clip ? layer.start : begin)) / (whole || 1);
    const x = mirrored ? to - part * (to - from) : from + part * (to - from);
    const y = BOTTOM - 3 - ((BOTTOM - TOP - 6) * ((points[i + 1] as number) - low)) / (high - low);
    path += `${i === 0 ? "M" : "L"}${x.toFixed(1)} ${y.toFixed(1)}`;
  }
  return path;
}
