import { type Curve, compileCurve } from "@levitas/core/curve";
import { curvePolyline, curveRange } from "@levitas/core/reading";
import { type ReactNode, useLayoutEffect, useRef } from "react";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { numberLabel } from "../labels.ts";
import { useBench, useFrame } from "../model/BenchContext.ts";
import { CurveHandle } from "./CurveHandle.tsx";
import { handlesOf } from "./handles.ts";
import { PlotReader } from "./PlotReader.tsx";
import { INSET } from "./plotView.ts";
import { usePlotZoom } from "./usePlotZoom.ts";
import { type Span, spanIn, spanTimes } from "./useSpan.ts";

const SAMPLES = 240;

/** The plot of a span's curve: time to the right, value upwards, handles to pull. */
export function CurvePlot({ span }: { span: Span }): ReactNode {
  const bench = useBench();
  const view = bench.plot;
  const svg = useRef<SVGSVGElement>(null);
  const parts = useRef<Record<string, SVGElement | null>>({});
  const drawn = useRef<{ curve?: Curve; version?: number; peak?: string }>({});
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
      bench.clock.invalidate();
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [bench, view]);

  useFrame(({ study, motion, time }) => {
    const now = spanIn(study, bench.selection) ?? span;
    const { curve } = now;
    if (curve !== drawn.current.curve || bench.plotStale) fitView(bench, curve);
    bench.plotStale = false;
    if (curve !== drawn.current.curve || view.version !== drawn.current.version) {
      drawn.current = { curve, version: view.version };
      drawPlot(parts.current, bench, curve);
    }
    const at = spanTimes(motion, now);
    const p = at && at.length > 0 ? (time - at.start) / at.length : -1;
    drawPlayhead(parts.current, bench, curve, p);
    set(parts.current.duration, { text: at ? `${numberLabel(at.length, 0)} ms` : "" });
  });

  return (
    <div className="relative min-w-0 flex-1">
      <svg ref={svg} className="absolute inset-0 size-full touch-none" data-testid="curve-plot">
        <title>{`Curve of ${span.figure.name} ${span.channel.label}`}</title>
        <defs>
          <pattern
            id="past-target"
            width={6}
            height={6}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line x1={0} y1={0} x2={0} y2={6} className="stroke-marigold" strokeWidth={2} />
          </pattern>
          <clipPath id="plot-frame">
            <rect ref={hold("frame")} />
          </clipPath>
          <clipPath id="above-target">
            <rect ref={hold("above")} />
          </clipPath>
          <clipPath id="below-start">
            <rect ref={hold("below")} />
          </clipPath>
        </defs>
        <rect ref={hold("square")} className="fill-raised stroke-rule" />
        <path ref={hold("grid")} className="fill-none stroke-rule" strokeWidth={0.75} />
        <g clipPath="url(#plot-frame)">
          <path ref={hold("past")} fill="url(#past-target)" clipPath="url(#above-target)" />
          <path ref={hold("under")} fill="url(#past-target)" clipPath="url(#below-start)" />
          <path
            ref={hold("diagonal")}
            className="stroke-edge"
            strokeDasharray="1.5 4"
            strokeLinecap="round"
            strokeWidth={1.5}
          />
          <path
            ref={hold("curve")}
            data-testid="curve-line"
            className="fill-none stroke-spruce"
            strokeWidth={2.4}
            strokeLinejoin="round"
          />
        </g>
        <text ref={hold("one")} className={`${LETTERS} text-[11px]`} textAnchor="end">
          1
        </text>
        <text ref={hold("zero")} className={`${LETTERS} text-[11px]`} textAnchor="end">
          0
        </text>
        <text ref={hold("duration")} className={`${LETTERS} text-[10.5px]`} textAnchor="end" />
        <text
          ref={hold("peak")}
          className="fill-marigold-ink stroke-paper font-mono text-[10.5px] [paint-order:stroke]"
          strokeWidth={3}
          textAnchor="middle"
        />
        <line ref={hold("now")} className="stroke-marigold" strokeWidth={1.5} />
        <circle ref={hold("dot")} r={4.5} className="fill-marigold" />
        {handlesOf(span.curve) ? (
          <>
            <CurveHandle span={span} index={1} />
            <CurveHandle span={span} index={2} />
          </>
        ) : null}
      </svg>
      <PlotReader span={span} svg={svg} />
    </div>
  );
}

const LETTERS = "fill-muted font-mono";

type Parts = Record<string, SVGElement | null>;
type View = ReturnType<typeof useBench>;

/** Keeps the whole curve with its handles in view, unless the person has chosen another view. */
function fitView(bench: View, curve: Curve): void {
  const { plot } = bench;
  const range = curveRange(curve);
  const handles = handlesOf(curve);
  const low = Math.min(range.min, handles?.y1 ?? 0, handles?.y2 ?? 0);
  const high = Math.max(range.max, handles?.y1 ?? 1, handles?.y2 ?? 1);
  if (bench.dragging) {
    // Under a drag the view only widens: what is held must not slip away from the pointer.
    plot.include(high);
    plot.include(low);
  } else if (plot.fitted) plot.fit(low, high);
}

function drawPlot(parts: Parts, bench: View, curve: Curve): void {
  const { plot } = bench;
  const left = plot.toX(0);
  const right = plot.toX(1);
  const top = plot.toY(1);
  const bottom = plot.toY(0);
  const frame = {
    x: INSET.left,
    y: INSET.top,
    width: plot.innerWidth,
    height: plot.innerHeight,
  };
  set(parts.frame, frame);
  set(parts.above, { x: left, y: 0, width: Math.max(right - left, 0), height: Math.max(top, 0) });
  set(parts.below, {
    x: left,
    y: bottom,
    width: Math.max(right - left, 0),
    height: Math.max(plot.height - bottom, 0),
  });
  set(parts.square, { x: left, y: top, width: right - left, height: bottom - top });
  let grid = "";
  for (const part of [0.25, 0.5, 0.75])
    grid += `M${plot.toX(part)} ${top}V${bottom}M${left} ${plot.toY(part)}H${right}`;
  set(parts.grid, { d: grid });
  set(parts.diagonal, { d: `M${left} ${bottom}L${right} ${top}` });
  const points = curvePolyline(curve, SAMPLES);
  let line = "";
  for (let i = 0; i < points.length; i += 2)
    line += `${i === 0 ? "M" : "L"}${plot.toX(points[i] as number).toFixed(2)} ${plot.toY(points[i + 1] as number).toFixed(2)}`;
  set(parts.curve, { d: line });
  set(parts.past, { d: `${line}L${right} ${top}L${left} ${top}Z` });
  set(parts.under, { d: `${line}L${right} ${bottom}L${left} ${bottom}Z` });
  set(parts.one, { x: left - 7, y: top + 4 });
  set(parts.zero, { x: left - 7, y: bottom + 4 });
  set(parts.duration, { x: right, y: plot.height - 7 });
  const { max, maxAt } = curveRange(curve);
  const passes = max > 1.0005;
  set(parts.peak, {
    x: plot.toX(maxAt),
    y: plot.toY(max) - 8,
    text: passes ? `+${numberLabel((max - 1) * 100, 0)} %` : "",
  });
}

function drawPlayhead(parts: Parts, { plot }: View, curve: Curve, p: number): void {
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
