import type { Curve } from "@levitas/core/curve";
import { heightAbove } from "@levitas/core/curve";
import {
  lazy,
  type MouseEvent,
  type ReactNode,
  Suspense,
  useId,
  useLayoutEffect,
  useRef,
} from "react";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useDesk, useDeskCurve, useDeskFrame, useDeskState } from "../desk/DeskContext.ts";
import { isTangled, soundCurve } from "../desk/desk.ts";
import { handlesOf } from "../desk/handles.ts";
import { BezierHandle } from "./BezierHandle.tsx";
import {
  drawCurve,
  drawFrame,
  drawGhost,
  drawPlayhead,
  drawReadings,
  type Parts,
  set,
} from "./drawPlot.ts";
import { PlotReader } from "./PlotReader.tsx";
import { useBoxSelection } from "./useBoxSelection.ts";
import { usePlotZoom } from "./usePlotZoom.ts";
import { useRovingStop } from "./useRovingStop.ts";

// Most curves have no points.
const PathPoints = lazy(async () => ({ default: (await import("./PathPoints.tsx")).PathPoints }));

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
  useRovingStop(svg);
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

  useDeskFrame(
    "The plot",
    ["time", "curve", "plot", "state", "drag"],
    ({ curve, sound, progress }) => {
      const before = drawn.current;
      const moved = view.version !== before.version;
      if (moved) drawFrame(parts.current, desk);
      if (moved || curve !== before.curve) drawCurve(parts.current, desk, curve, sound);
      if (moved || ghost !== before.ghost) drawGhost(parts.current, desk, ghost);
      drawn.current = { curve, version: view.version, ghost };
      drawPlayhead(parts.current, desk, sound, progress);
    },
  );
  useDeskFrame("The readings on the plot", ["numbers", "plot", "state"], ({ curve, duration }) => {
    drawReadings(parts.current, desk, curve, duration);
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
        className="absolute inset-0 size-full touch-none select-none"
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
          {/* Groups of as many paths as the curve is drawn in. */}
          <g ref={hold("past")} fill={`url(#${id}-past)`} clipPath={`url(#${id}-above)`}>
            <path />
          </g>
          <g ref={hold("under")} fill={`url(#${id}-past)`} clipPath={`url(#${id}-below)`}>
            <path />
          </g>
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
          <g
            ref={hold("curve")}
            className="fill-none stroke-spruce"
            strokeWidth={2.4}
            strokeLinejoin="round"
            strokeLinecap="round"
          >
            <path data-testid="curve-line" />
          </g>
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
        {kept.kind === "path" ? (
          <Suspense fallback={null}>
            <PathPoints guide={() => parts.current.guide} />
          </Suspense>
        ) : null}
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
