import { type Curve, landmarksOf } from "@levitas/core/curve";
import { type ReactNode, useLayoutEffect, useRef } from "react";
import { numberLabel } from "../../ui/numberLabel.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { compileCurve, readCurve } from "../curveReader.ts";
import { useDesk, useDeskFrame } from "../desk/DeskContext.ts";
import { INSET } from "../desk/plotView.ts";
import { STEEP } from "../ReadingsList.tsx";

const SAMPLES = 240;
/** Faster than this, the graph is cut off: a vertical tangent has no top. */
const MOST = 12;

/** The speed of the curve under its plot, on the same axis of time; below the line it moves back. */
export function SpeedPlot(): ReactNode {
  const desk = useDesk();
  const box = useRef<HTMLDivElement>(null);
  const area = useRef<SVGPathElement>(null);
  const zero = useRef<SVGPathElement>(null);
  const now = useRef<SVGLineElement>(null);
  const text = useRef<HTMLSpanElement>(null);
  const height = useRef(0);
  const redraw = useDeskFrame("The speed", ["curve", "plot"], ({ sound }) => {
    drawSpeed(sound, height.current);
  });
  useDeskFrame("The time in the speed", ["time", "plot"], ({ progress }) => {
    const inside = progress >= 0 && progress <= 1;
    const x = inside ? desk.plot.toX(progress) : 0;
    writeAttributes(now.current, { x1: x, x2: x, visibility: inside ? "visible" : "hidden" });
  });
  // To find the top speed of a path of a hundred points costs more than to draw it.
  useDeskFrame("The top speed", ["numbers"], ({ sound }) => {
    if (!text.current) return;
    const { peakSpeed } = readCurve(sound);
    text.current.textContent =
      peakSpeed < STEEP ? `speed, top ${numberLabel(peakSpeed, 1)} ×` : "speed, vertical";
  });
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    // Asked in a frame, the height would have the page laid out before everything is written.
    const observer = new ResizeObserver(() => {
      height.current = element.clientHeight;
      redraw();
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [redraw]);

  const drawSpeed = (curve: Curve, height: number) => {
    const { plot } = desk;
    const points = speedPolyline(curve);
    let [least, most] = [0, 1];
    for (let i = 1; i < points.length; i += 2) {
      least = Math.min(least, points[i] as number);
      most = Math.max(most, points[i] as number);
    }
    const unit = (height - 12) / (most - least || 1);
    const y = (speed: number) => height - 6 - (speed - least) * unit;
    let line = "";
    for (let i = 0; i < points.length; i += 2)
      line += `${i === 0 ? "M" : "L"}${plot.toX(points[i] as number).toFixed(1)} ${y(points[i + 1] as number).toFixed(1)}`;
    writeAttributes(area.current, { d: `${line}L${plot.toX(1)} ${y(0)}L${plot.toX(0)} ${y(0)}Z` });
    writeAttributes(zero.current, { d: `M${INSET.left} ${y(0)}H${plot.width - INSET.right}` });
  };

  return (
    <div ref={box} className="relative h-22 shrink-0" data-testid="speed-plot">
      <svg className="absolute inset-0 size-full" role="img" aria-label="Speed over time">
        <path ref={area} className="fill-marigold/25 stroke-marigold" strokeWidth={1.5} />
        <path ref={zero} className="stroke-rule" />
        <line ref={now} y1={0} y2="100%" className="stroke-marigold" strokeWidth={1.5} />
      </svg>
      <span
        ref={text}
        className="absolute top-0.5 right-4 rounded-sm bg-paper/80 px-1 font-mono text-[10.5px] text-marigold-ink"
      />
    </div>
  );
}

/** Progress and slope in turn, both sides of every kink. */
function speedPolyline(curve: Curve): Float64Array {
  const { slope } = compileCurve(curve);
  const cut = (speed: number) => Math.min(Math.max(speed, -MOST), MOST);
  const marks = landmarksOf(curve).slice(0, 400);
  const points: number[] = [];
  let next = 0;
  for (let i = 0; i <= SAMPLES; i++) {
    const p = i / SAMPLES;
    for (; next < marks.length && (marks[next] as number) <= p; next++) {
      const mark = marks[next] as number;
      points.push(mark, cut(slope(mark, true)), mark, cut(slope(mark)));
    }
    points.push(p, cut(slope(p, p === 1)));
  }
  return Float64Array.from(points);
}
