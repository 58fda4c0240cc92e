import { backStretches, type Curve, type Place, segmentsOf } from "@levitas/core/curve";
import { curvePolyline } from "@levitas/core/reading";
import { numberLabel } from "../../ui/numberLabel.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { compileCurve, curveRange, readCurve } from "../curveReader.ts";
import type { CurveDesk } from "../desk/desk.ts";
import { isTangled, soundCurve } from "../desk/desk.ts";
import { INSET } from "../desk/plotView.ts";

const SAMPLES = 240;

/** The elements of a plot by name. */
export type Parts = Record<string, SVGElement | null>;

export function drawFrame(parts: Parts, { plot }: CurveDesk): void {
  const [left, right, top, bottom] = [plot.toX(0), plot.toX(1), plot.toY(1), plot.toY(0)];
  const width = Math.max(right - left, 0);
  set(parts.frame, {
    x: INSET.left,
    y: INSET.top,
    width: plot.innerWidth,
    height: plot.innerHeight,
  });
  set(parts.above, { x: left, y: 0, width, height: Math.max(top, 0) });
  set(parts.below, { x: left, y: bottom, width, height: Math.max(plot.height - bottom, 0) });
  set(parts.square, { x: left, y: top, width, height: Math.max(bottom - top, 0) });
  let grid = "";
  for (const part of [0.25, 0.5, 0.75])
    grid += `M${plot.toX(part)} ${top}V${bottom}M${left} ${plot.toY(part)}H${right}`;
  set(parts.grid, { d: grid });
  set(parts.diagonal, { d: `M${left} ${bottom}L${right} ${top}` });
  set(parts.one, { x: left - 10, y: top + 4 });
  set(parts.zero, { x: left - 10, y: bottom + 4 });
  set(parts.duration, { x: right, y: plot.height - 7 });
}

/** A stretch of the curve as path data, and where it begins and ends on the screen, px. */
interface Piece {
  readonly line: string;
  readonly from: number;
  readonly to: number;
}

/** How many pieces of a path are drawn as one. */
const AT_ONCE = 8;

/**
 * The curve as lines. A path comes in several, so that only those at the points that move are painted
 * anew: on a screen without a graphics card that is most of a frame.
 */
function piecesOf({ plot }: CurveDesk, curve: Curve): Piece[] {
  const at = ({ x, y }: Place) => `${plot.toX(x).toFixed(1)} ${plot.toY(y).toFixed(1)}`;
  if (curve.kind === "path") {
    // The browser follows the pieces themselves, also where they run back.
    const segments = segmentsOf(curve.points);
    const pieces: Piece[] = [];
    for (let i = 0; i < segments.length; i += AT_ONCE) {
      const some = segments.slice(i, i + AT_ONCE);
      const first = some[0]?.from ?? { x: 0, y: 0 };
      const last = some.at(-1)?.to ?? first;
      const drawn = some.map(({ out, in: before, to, straight }) =>
        straight ? `L${at(to)}` : `C${at(out)} ${at(before)} ${at(to)}`,
      );
      pieces.push({
        line: `M${at(first)}${drawn.join("")}`,
        from: plot.toX(first.x),
        to: plot.toX(last.x),
      });
    }
    return pieces;
  }
  if (curve.kind === "cubic-bezier") {
    // The browser draws it as what it is.
    const { x1, y1, x2, y2 } = curve;
    const [first, last] = [
      { x: 0, y: 0 },
      { x: 1, y: 1 },
    ];
    const line = `M${at(first)}C${at({ x: x1, y: y1 })} ${at({ x: x2, y: y2 })} ${at(last)}`;
    return [{ line, from: plot.toX(0), to: plot.toX(1) }];
  }
  const points = curvePolyline(curve, SAMPLES);
  let line = "";
  for (let i = 0; i < points.length; i += 2)
    line += `${i === 0 ? "M" : "L"}${at({ x: points[i] as number, y: points[i + 1] as number })}`;
  return [{ line, from: plot.toX(0), to: plot.toX(1) }];
}

/** Fills a group with one path for each text; those that are there already are used again. */
function setPaths(group: SVGElement | null | undefined, texts: readonly string[]): void {
  if (!group) return;
  while (group.childElementCount < texts.length) {
    const model = group.firstElementChild;
    const path = document.createElementNS("http://www.w3.org/2000/svg", "path");
    path.setAttribute("class", model?.getAttribute("class") ?? "");
    group.append(path);
  }
  for (const [i, path] of [...group.children].entries())
    writeAttributes(path, { d: texts[i] ?? "" });
}

export function drawCurve(parts: Parts, desk: CurveDesk, curve: Curve, sound: Curve): void {
  const { plot } = desk;
  const pieces = piecesOf(desk, curve);
  const [top, bottom] = [plot.toY(1), plot.toY(0)];
  const { min, max } = curveRange(sound);
  setPaths(
    parts.curve,
    pieces.map(({ line }) => line),
  );
  // Closed along the target and the start line; a curve that never passes needs no hatch painted.
  const closedAt = (y: number, passes: boolean) =>
    pieces.map(({ line, from, to }) => (passes ? `${line}L${to} ${y}L${from} ${y}Z` : ""));
  setPaths(parts.past, closedAt(top, max > 1));
  setPaths(parts.under, closedAt(bottom, min < 0));
  const stretches = curve.kind === "path" ? backStretches(curve.points) : [];
  let back = "";
  for (const { from, to } of stretches)
    back += `M${plot.toX(from)} ${INSET.top}H${plot.toX(to)}V${plot.height - INSET.bottom}H${plot.toX(from)}Z`;
  set(parts.back, { d: back });
}

export function drawGhost(parts: Parts, desk: CurveDesk, ghost: Curve | null): void {
  const pieces = ghost ? piecesOf(desk, ghost) : [];
  set(parts.ghost, { d: pieces.map(({ line }) => line).join("") });
}

/** Peak with its percentage, settle band with the time it is entered for good, first reach. */
export function drawReadings(
  parts: Parts,
  { plot }: CurveDesk,
  curve: Curve,
  duration: number,
): void {
  if (isTangled(curve)) {
    set(parts.peak, { text: "" });
    set(parts.settle, { text: "" });
    set(parts.band, { d: "" });
    set(parts.settleTick, { d: "" });
    set(parts.reach, { visibility: "hidden" });
    return;
  }
  const { overshoot, overshootAt, settle, band, firstReach } = readCurve(soundCurve(curve));
  const [left, right] = [plot.toX(0), plot.toX(1)];
  const [high, low] = [plot.toY(1 + band), plot.toY(1 - band)];
  set(parts.band, { d: settle === null ? "" : `M${left} ${high}H${right}V${low}H${left}Z` });
  const x = plot.toX(settle ?? 0);
  const shown = settle !== null && settle < 0.995;
  set(parts.settleTick, { d: shown ? `M${x} ${low}V${plot.toY(0)}` : "" });
  const text = shown ? `settles ${numberLabel(settle * duration, 0)} ms` : "";
  const half = text.length * 3.75;
  set(parts.settle, {
    x: Math.min(Math.max(x, left + half), right - half),
    y: Math.min(plot.toY(0) + 13, plot.height - INSET.bottom + 12),
    text,
  });
  const passes = overshoot > 0.0005;
  set(parts.peak, {
    x: Math.min(Math.max(plot.toX(overshootAt), left + 20), right - 20),
    y: plot.toY(1 + overshoot) - (curve.kind === "path" ? 15 : 8),
    text: passes ? `+${numberLabel(overshoot * 100, 0)} %` : "",
  });
  const reaches = firstReach !== null && firstReach < 0.995;
  set(parts.reach, {
    cx: plot.toX(firstReach ?? 0),
    cy: plot.toY(1),
    visibility: reaches ? "visible" : "hidden",
  });
}

export function drawPlayhead(parts: Parts, { plot }: CurveDesk, curve: Curve, p: number): void {
  const inside = p >= 0 && p <= 1;
  const shown = inside ? "visible" : "hidden";
  set(parts.now, { visibility: shown });
  set(parts.dot, { visibility: shown });
  if (!inside) return;
  const x = plot.toX(p);
  set(parts.now, { x1: x, x2: x, y1: INSET.top, y2: plot.height - INSET.bottom });
  set(parts.dot, { cx: x, cy: plot.toY(compileCurve(curve).value(p)) });
}

/** Writes attributes; `text` is the content of a text element. */
export function set(
  element: SVGElement | null | undefined,
  attributes: Record<string, string | number>,
): void {
  if (!element) return;
  for (const [name, value] of Object.entries(attributes))
    if (name === "text") {
      if (element.textContent !== value) element.textContent = String(value);
    } else writeAttributes(element, { [name]: value });
}
