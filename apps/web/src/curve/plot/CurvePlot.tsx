import {
  backStretches,
  type Curve,
  compileCurve,
  type Place,
  segmentsOf,
} from "@levitas/core/curve";
import { heightAbove } from "@levitas/core/edit";
import { curvePolyline, curveRange, readCurve } from "@levitas/core/reading";
import { type MouseEvent, type ReactNode, useId, useLayoutEffect, useRef } from "react";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useDesk, useDeskCurve, useDeskFrame, useDeskState } from "../desk/DeskContext.ts";
import type { CurveDesk } from "../desk/desk.ts";
import { isTangled, soundCurve } from "../desk/desk.ts";
import { BezierHandle } from "./BezierHandle.tsx";
import { handlesOf } from "./handles.ts";
import { PathPoints } from "./PathPoints.tsx";
import { PlotReader } from "./PlotReader.tsx";
import { INSET } from "./plotView.ts";
import { usePlotZoom } from "./usePlotZoom.ts";

const SAMPLES = 240;
/** How near the curve a double-click puts a point on it, px. */
const NEAR = 12;

/** The plot of a curve: time to the right, value upwards, its readings, and handles or points to pull. */
export function CurvePlot({ title }: { title: string }): ReactNode {
  const desk = useDesk();
  const view = desk.plot;
  const kept = useDeskCurve();
  const ghost = useDeskState((state) => state.ghost);
  const svg = useRef<SVGSVGElement>(null);
  const parts = useRef<Parts>({});
  const drawn = useRef<{ curve?: Curve; version?: number; ghost?: Curve | null }>({});
  const id = useId();
  const hold = (name: string) => (element: SVGElement | null) => {
    parts.current[name] = element;
    drawn.current = {};
  };
  usePlotZoom(svg);
  useLayoutEffect(() => {
    const element = svg.current?.parentElement;
    if (!element) return;
    const measure = () => {
      view.resize(element.clientWidth, element.clientHeight);
      desk.invalidate();
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [desk, view]);

  useDeskFrame(({ curve, sound, progress, duration }) => {
    const before = drawn.current;
    if (curve !== before.curve || desk.plotStale) fitView(desk, curve);
    desk.plotStale = false;
    const moved = view.version !== before.version;
    if (moved) drawFrame(parts.current, desk);
    if (moved || curve !== before.curve) drawCurve(parts.current, desk, curve, sound);
    if (moved || ghost !== before.ghost) drawGhost(parts.current, desk, ghost);
    if (moved || curve !== before.curve) drawReadings(parts.current, desk, curve, duration);
    drawn.current = { curve, version: view.version, ghost };
    drawPlayhead(parts.current, desk, sound, progress);
    set(parts.current.duration, { text: `${numberLabel(duration, 0)} ms` });
  });

  const box = useBoxSelection(svg, (name) => parts.current[name]);

  const placeOf = (event: MouseEvent) => {
    const frame = svg.current?.getBoundingClientRect();
    return frame
      ? { x: view.fromX(event.clientX - frame.left), y: view.fromY(event.clientY - frame.top) }
      : undefined;
  };
  const doubleClick = (event: MouseEvent) => {
    const place = placeOf(event);
    const onPoint = event.target instanceof Element && event.target.closest("[data-point]");
    if (!place || onPoint) return;
    const near =
      desk.isDrawn &&
      !isTangled(desk.current) &&
      Math.abs(heightAbove(soundCurve(desk.current), place)) < NEAR * view.perPixel.y;
    if (!near || !desk.addPoint(place.x)) desk.fitPlot();
  };

  return (
    <div className="relative min-h-0 min-w-0 flex-1">
      <svg
        ref={svg}
        className="absolute inset-0 size-full touch-none"
        data-testid="curve-plot"
        onDoubleClick={doubleClick}
      >
        <title>{title}</title>
        <defs>
          <Hatch id={`${id}-past`} className="stroke-marigold" />
          <Hatch id={`${id}-back`} className="stroke-brick" />
          <clipPath id={`${id}-frame`}>
            <rect ref={hold("frame")} />
          </clipPath>
          <clipPath id={`${id}-above`}>
            <rect ref={hold("above")} />
          </clipPath>
          <clipPath id={`${id}-below`}>
            <rect ref={hold("below")} />
          </clipPath>
        </defs>
        <rect ref={hold("square")} className="fill-raised stroke-rule" />
        <g clipPath={`url(#${id}-frame)`}>
          <path ref={hold("band")} className="fill-spruce-pale" data-testid="settle-band" />
          <path ref={hold("grid")} className="fill-none stroke-rule" strokeWidth={0.75} />
          <path ref={hold("back")} fill={`url(#${id}-back)`} data-testid="runs-back" />
        </g>
        {/* What is not held by something else selects: a box drawn over points. */}
        <rect
          {...box.bind()}
          className="size-full fill-transparent"
          data-testid="plot-ground"
          width="100%"
          height="100%"
        />
        <g clipPath={`url(#${id}-frame)`} className="pointer-events-none">
          <path ref={hold("past")} fill={`url(#${id}-past)`} clipPath={`url(#${id}-above)`} />
          <path ref={hold("under")} fill={`url(#${id}-past)`} clipPath={`url(#${id}-below)`} />
          <path
            ref={hold("diagonal")}
            className="stroke-edge"
            strokeDasharray="1.5 4"
            strokeLinecap="round"
            strokeWidth={1.5}
          />
          <path
            ref={hold("ghost")}
            data-testid="ghost-line"
            className="fill-none stroke-edge"
            strokeDasharray="5 4"
            strokeWidth={1.6}
          />
          <path
            ref={hold("curve")}
            data-testid="curve-line"
            className="fill-none stroke-spruce"
            strokeWidth={2.4}
            strokeLinejoin="round"
          />
          <path ref={hold("settleTick")} className="stroke-spruce" strokeDasharray="2 3" />
        </g>
        <g className="pointer-events-none">
          <text ref={hold("one")} className={`${LETTERS} text-[11px]`} textAnchor="end">
            1
          </text>
          <text ref={hold("zero")} className={`${LETTERS} text-[11px]`} textAnchor="end">
            0
          </text>
          <text ref={hold("duration")} className={`${LETTERS} text-[10.5px]`} textAnchor="end" />
          <text
            ref={hold("settle")}
            className="fill-spruce stroke-paper font-mono text-[10.5px] [paint-order:stroke]"
            strokeWidth={3}
            textAnchor="middle"
          />
          <text
            ref={hold("peak")}
            className="fill-marigold-ink stroke-paper font-mono text-[10.5px] [paint-order:stroke]"
            strokeWidth={3}
            textAnchor="middle"
          />
          <circle
            ref={hold("reach")}
            r={3.2}
            className="fill-raised stroke-marigold-ink"
            strokeWidth={1.6}
          />
          <line ref={hold("now")} className="stroke-marigold" strokeWidth={1.5} />
          <circle ref={hold("dot")} r={4.5} className="fill-marigold" />
          <path
            ref={hold("guide")}
            data-guide=""
            className="stroke-plum"
            strokeDasharray="4 3"
            visibility="hidden"
          />
        </g>
        {kept.kind === "path" ? <PathPoints guide={() => parts.current.guide} /> : null}
        {handlesOf(kept) ? (
          <>
            <BezierHandle index={1} />
            <BezierHandle index={2} />
          </>
        ) : null}
        <rect
          ref={hold("box")}
          className="pointer-events-none fill-spruce/10 stroke-spruce"
          strokeDasharray="3 3"
          visibility="hidden"
        />
      </svg>
      <PlotReader svg={svg} />
    </div>
  );
}

const LETTERS = "fill-muted font-mono";

function Hatch({ id, className }: { id: string; className: string }): ReactNode {
  return (
    <pattern
      id={id}
      width={6}
      height={6}
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <line x1={0} y1={0} x2={0} y2={6} className={className} strokeWidth={2} />
    </pattern>
  );
}

type Parts = Record<string, SVGElement | null>;

/** Drawing a box over the ground of the plot selects the points in it; with Shift, they are added. */
function useBoxSelection(
  svg: { readonly current: SVGSVGElement | null },
  part: (name: string) => SVGElement | null | undefined,
) {
  const desk = useDesk();
  const bind = useDragSession<{ readonly kept: readonly number[] }>({
    start: ({ shift }) =>
      desk.current.kind === "path" ? { kept: shift ? desk.points : [] } : undefined,
    move: ({ kept }, { x, y, dx, dy }) => {
      const frame = svg.current?.getBoundingClientRect();
      const { current, plot } = desk;
      if (!frame || current.kind !== "path") return;
      const [left, right] = [Math.min(x, x - dx) - frame.left, Math.max(x, x - dx) - frame.left];
      const [top, bottom] = [Math.min(y, y - dy) - frame.top, Math.max(y, y - dy) - frame.top];
      set(part("box"), {
        x: left,
        y: top,
        width: right - left,
        height: bottom - top,
        visibility: "visible",
      });
      const inside = current.points.flatMap((point, i) => {
        const [px, py] = [plot.toX(point.x), plot.toY(point.y)];
        return px >= left && px <= right && py >= top && py <= bottom ? [i] : [];
      });
      desk.select([...new Set([...kept, ...inside])].sort((a, b) => a - b));
    },
    end: () => set(part("box"), { visibility: "hidden" }),
    tap: ({ shift }) => {
      if (!shift) desk.select([]);
    },
  });
  return { bind };
}

/** Keeps the whole curve with its handles in view, unless the person has chosen another view. */
function fitView(desk: CurveDesk, curve: Curve): void {
  const { plot } = desk;
  const [low, high] = extent(curve);
  if (desk.dragging) {
    // Under a drag the view only widens: what is held must not slip away from the pointer.
    plot.include(high);
    plot.include(low);
  } else if (plot.fitted) plot.fit(low, high);
}

function extent(curve: Curve): [number, number] {
  if (curve.kind === "path") {
    const values = curve.points.flatMap((point) => [point.y, point.in?.y, point.out?.y]);
    const known = values.filter((value) => value !== undefined);
    return [Math.min(...known), Math.max(...known)];
  }
  const range = curveRange(curve);
  const handles = handlesOf(curve);
  return [
    Math.min(range.min, handles?.y1 ?? 0, handles?.y2 ?? 0),
    Math.max(range.max, handles?.y1 ?? 1, handles?.y2 ?? 1),
  ];
}

function drawFrame(parts: Parts, { plot }: CurveDesk): void {
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

function lineOf({ plot }: CurveDesk, curve: Curve): string {
  if (curve.kind === "path") {
    // The browser follows the pieces themselves, also where they run back.
    const at = ({ x, y }: Place) => `${plot.toX(x).toFixed(1)} ${plot.toY(y).toFixed(1)}`;
    const pieces = segmentsOf(curve.points).map(({ out, in: before, to, straight }) =>
      straight ? `L${at(to)}` : `C${at(out)} ${at(before)} ${at(to)}`,
    );
    return `M${at(curve.points[0] ?? { x: 0, y: 0 })}${pieces.join("")}`;
  }
  const points = curvePolyline(curve, SAMPLES);
  let line = "";
  for (let i = 0; i < points.length; i += 2)
    line += `${i === 0 ? "M" : "L"}${plot.toX(points[i] as number).toFixed(1)} ${plot.toY(points[i + 1] as number).toFixed(1)}`;
  return line;
}

function drawCurve(parts: Parts, desk: CurveDesk, curve: Curve, sound: Curve): void {
  const { plot } = desk;
  const line = lineOf(desk, curve);
  const [left, right, top, bottom] = [plot.toX(0), plot.toX(1), plot.toY(1), plot.toY(0)];
  const { min, max } = curveRange(sound);
  set(parts.curve, { d: line });
  // Closed along the target and the start line; a curve that never passes needs no hatch painted.
  set(parts.past, { d: max > 1 ? `${line}L${right} ${top}L${left} ${top}Z` : "" });
  set(parts.under, { d: min < 0 ? `${line}L${right} ${bottom}L${left} ${bottom}Z` : "" });
  const stretches = curve.kind === "path" ? backStretches(curve.points) : [];
  let back = "";
  for (const { from, to } of stretches)
    back += `M${plot.toX(from)} ${INSET.top}H${plot.toX(to)}V${plot.height - INSET.bottom}H${plot.toX(from)}Z`;
  set(parts.back, { d: back });
}

function drawGhost(parts: Parts, desk: CurveDesk, ghost: Curve | null): void {
  set(parts.ghost, { d: ghost ? lineOf(desk, ghost) : "" });
}

/** Peak with its percentage, settle band with the time it is entered for good, first reach. */
function drawReadings(parts: Parts, { plot }: CurveDesk, curve: Curve, duration: number): void {
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

function drawPlayhead(parts: Parts, { plot }: CurveDesk, curve: Curve, p: number): void {
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
function set(
  element: SVGElement | null | undefined,
  attributes: Record<string, string | number>,
): void {
  if (!element) return;
  for (const [name, value] of Object.entries(attributes))
    if (name === "text") {
      if (element.textContent !== value) element.textContent = String(value);
    } else writeAttributes(element, { [name]: value });
}
