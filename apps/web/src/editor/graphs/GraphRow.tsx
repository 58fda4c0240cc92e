import { type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { numberLabel } from "../../ui/numberLabel.ts";
import { onPanDrag } from "../../ui/panDrag.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { isNumeric, MARGIN, ROW } from "../axis/laneGeometry.ts";
import { useBench, useFrame, useStudy } from "../session/BenchContext.ts";
import type { GraphView } from "../session/graphView.ts";
import { laneName, timelineRows } from "../session/rows.ts";
import { GraphCanvas } from "./GraphCanvas.tsx";
import { GraphCursor } from "./GraphCursor.tsx";
import { type LaneOf, linesOf, type Shown, speedsOf } from "./graphLines.ts";
import { graphTicks } from "./graphPicture.ts";
import { StretchReadings } from "./StretchReadings.tsx";

/** A lane unfolded: its values in real units and its speed, on the timeline's own time axis. */
export function GraphRow({ row }: { row: LaneOf }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const { figure, channel } = row;
  const [added, setAdded] = useState<readonly string[]>([]);
  const view = bench.graph(laneName(figure.id, channel.id));
  const track = useRef<HTMLDivElement>(null);
  const axis = useRef<SVGSVGElement>(null);
  const peak = useRef<HTMLSpanElement>(null);
  const labelled = useRef(-1);
  /** The figure's other lanes of the same unit: they can be shown on this graph too. */
  const others = useMemo(
    () =>
      timelineRows(study).filter(
        (each): each is LaneOf =>
          each.kind === "lane" &&
          each.figure.id === figure.id &&
          each.channel.id !== channel.id &&
          isNumeric(each.channel),
      ),
    [study, figure.id, channel.id],
  );
  const alike = others.filter((each) => each.channel.unit === channel.unit);
  const shown = useMemo((): Shown => {
    const lanes = alike.filter((each) => added.includes(each.channel.id));
    return { row, lanes: [row, ...lanes], faint: others.filter((each) => !lanes.includes(each)) };
  }, [row, others, added]);

  useFrame("The graph row", ["motion", "axis", "graphs", "drag"], ({ motion }) => {
    if (view.fitted && !bench.dragging) {
      let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
      for (const { points } of linesOf(motion, shown))
        for (let i = 1; i < points.length; i += 2) {
          low = Math.min(low, points[i] as number);
          high = Math.max(high, points[i] as number);
        }
      const before = view.version;
      if (low <= high) view.fit(low, high);
      // It may have been painted in this frame already.
      if (view.version !== before) bench.clock.invalidate();
    }
    if (labelled.current !== view.version) {
      labelled.current = view.version;
      labelAxis(axis.current, view, channel.unit);
    }
    const { most } = speedsOf(motion, row);
    const text = `${numberLabel(most, most < 10 ? 2 : 0)} ${channel.unit}/s`;
    if (peak.current && peak.current.textContent !== text) peak.current.textContent = text;
  });

  useEffect(() => {
    const element = track.current;
    if (!element) return;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const box = element.getBoundingClientRect();
      const factor = Math.exp(-(event.deltaY || event.deltaX) * 0.0016);
      if (!event.altKey) bench.view.zoomAt(event.clientX - box.left, factor);
      if (!event.shiftKey) view.zoomAt(event.clientY - box.top, factor);
      bench.clock.invalidate();
    };
    element.addEventListener("wheel", wheel, { passive: false });
    const stopPan = onPanDrag(
      element,
      (dx, dy) => {
        bench.view.panBy(dx);
        view.panBy(dy);
        bench.clock.invalidate();
      },
      () => bench.clock.toggle(),
    );
    return () => {
      element.removeEventListener("wheel", wheel);
      stopPan();
    };
  }, [bench, view]);

  return (
    <>
      <div
        className="relative flex shrink-0 flex-col gap-1 border-r border-rule bg-paper py-2 pl-8 text-[11.5px]"
        style={{ width: MARGIN, height: ROW.graph }}
      >
        <div className="flex flex-wrap gap-1 pr-14">
          <button
            type="button"
            title="Show all values (V)"
            onClick={() => {
              view.fitted = true;
              bench.clock.invalidate();
            }}
            className="rounded-md border border-edge/40 bg-raised px-1.5 hover:border-spruce"
          >
            Fit
          </button>
          {alike.map((lane) => (
            <button
              key={lane.channel.id}
              type="button"
              aria-pressed={added.includes(lane.channel.id)}
              title={`Show ${lane.channel.label} on this graph too`}
              onClick={() =>
                setAdded((now) =>
                  now.includes(lane.channel.id)
                    ? now.filter((id) => id !== lane.channel.id)
                    : [...now, lane.channel.id],
                )
              }
              className="rounded-md border border-edge/40 bg-raised px-1.5 hover:border-spruce aria-pressed:border-spruce aria-pressed:text-spruce"
            >
              + {lane.channel.label}
            </button>
          ))}
        </div>
        <StretchReadings row={row} />
        <div className="mt-auto flex flex-col pr-2 text-right text-muted">
          <span>speed, at most</span>
          <span ref={peak} className="font-mono text-[10.5px] text-ink" />
        </div>
        <svg
          ref={axis}
          className="pointer-events-none absolute top-0 right-0 h-full w-14 overflow-visible"
          aria-hidden="true"
        />
      </div>
      {/* biome-ignore lint/a11y/useSemanticElements: what it groups is painted, not a part of a form */}
      <div
        ref={track}
        role="group"
        aria-label={`Graph of ${figure.name} ${channel.label}`}
        data-graph={laneName(figure.id, channel.id)}
        className="relative min-w-0 flex-1 overflow-hidden"
        style={{ height: ROW.graph }}
      >
        <GraphCanvas shown={shown} view={view} track={track} />
        <GraphCursor shown={shown} view={view} />
      </div>
    </>
  );
}

/** Letters of the value axis, in the margin. */
function labelAxis(axis: SVGSVGElement | null, view: GraphView, unit: string): void {
  const { ticks, decimals } = graphTicks(view);
  axis?.replaceChildren(
    ...ticks.map((tick, i) => {
      const text = document.createElementNS("http://www.w3.org/2000/svg", "text");
      writeAttributes(text, {
        x: 50,
        y: (view.toY(tick) + 3.5).toFixed(1),
        "text-anchor": "end",
        class: "fill-muted font-mono text-[10px]",
      });
      text.textContent = `${numberLabel(tick, decimals)}${i === ticks.length - 1 && unit ? ` ${unit}` : ""}`;
      return text;
    }),
  );
}
