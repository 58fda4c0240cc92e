import { stretchOf } from "@levitas/core/edit";
import { readChannel, stretchSpeeds } from "@levitas/core/motion";
import type { ChannelDefinition } from "@levitas/core/study";
import { type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { HUE } from "../../theme/hues.ts";
import { numberLabel } from "../../ui/numberLabel.ts";
import { onPanDrag } from "../../ui/panDrag.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { isNumeric, MARGIN, ROW } from "../axis/laneGeometry.ts";
import { useKeyBox } from "../keys/useKeyBox.ts";
import { useBench, useBenchState, useFrame, useStudy } from "../session/BenchContext.ts";
import { findLayer } from "../session/findLayer.ts";
import { axisTicks, GRAPH, graphPath } from "../session/graphView.ts";
import { valueLabel } from "../session/labels.ts";
import { type LaneBar, laneName, type Row, timelineRows } from "../session/rows.ts";
import { FaintLines } from "./FaintLines.tsx";
import { GraphTrack } from "./GraphTrack.tsx";
import { lineOf } from "./layerLine.ts";

type LaneOf = Extract<Row, { kind: "lane" | "graph" }>;

/** A lane unfolded: its values in real units and its speed, on the timeline's own time axis. */
export function GraphRow({ row }: { row: LaneOf }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const { figure, channel } = row;
  const [added, setAdded] = useState<readonly string[]>([]);
  const view = bench.graph(laneName(figure.id, channel.id));
  const svg = useRef<SVGSVGElement>(null);
  const axis = useRef<SVGSVGElement>(null);
  const speed = useRef<SVGPathElement>(null);
  const peak = useRef<HTMLSpanElement>(null);
  const drawn = useRef("");
  const ground = useKeyBox();
  /** The figure's other lanes of the same unit: they can be shown on this graph too. */
  const lanes = useMemo(
    () =>
      timelineRows(study).filter(
        (each): each is LaneOf =>
          each.kind === "lane" && each.figure.id === figure.id && isNumeric(each.channel),
      ),
    [study, figure.id],
  );
  const alike = lanes.filter(
    (each) => each.channel.id !== channel.id && each.channel.unit === channel.unit,
  );
  const shown: readonly LaneOf[] = [
    row,
    ...alike.filter((each) => added.includes(each.channel.id)),
  ];
  const bars = shown.flatMap((lane) => lane.bars.map((bar) => ({ lane, bar })));

  useFrame("The graph row", ["motion", "axis", "graphs", "drag"], ({ motion }) => {
    const layers = bars.map(({ lane, bar }) =>
      findLayer(motion, figure.id, lane.channel, bar.tween.id),
    );
    const lines = layers.map((layer) => (layer ? lineOf(layer) : new Float64Array(0)));
    if (view.fitted && !bench.dragging) {
      let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
      for (const line of lines)
        for (let i = 1; i < line.length; i += 2) {
          low = Math.min(low, line[i] as number);
          high = Math.max(high, line[i] as number);
        }
      const before = view.version;
      if (low <= high) view.fit(low, high);
      // Lines and beads may have been drawn in this frame already.
      if (view.version !== before) bench.clock.invalidate();
    }
    const state = `${bench.view.from} ${bench.view.scale} ${bench.view.width} ${view.version}`;
    const layersNow = layers.map(layerMark).join(" ");
    if (drawn.current === `${state} ${layersNow}`) return;
    drawn.current = `${state} ${layersNow}`;
    drawAxis(axis.current, svg.current, view, channel);
    const own = row.bars.flatMap((bar) => {
      const layer = findLayer(motion, figure.id, channel, bar.tween.id);
      return layer ? [layer] : [];
    });
    const speeds = stretchSpeeds(own, 36);
    let most = 0;
    for (let i = 1; i < speeds.length; i += 2) most = Math.max(most, speeds[i] as number);
    const height = GRAPH.speedBottom - GRAPH.speedTop;
    const line = graphPath(
      speeds,
      (time) => bench.view.toX(time),
      (value) => GRAPH.speedBottom - (most > 0 ? (value / most) * height : 0),
    );
    writeAttributes(speed.current, { d: line });
    const text = `${numberLabel(most, most < 10 ? 2 : 0)} ${channel.unit}/s`;
    if (peak.current && peak.current.textContent !== text) peak.current.textContent = text;
  });

  useEffect(() => {
    const element = svg.current;
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

  const hue = HUE[figure.hue];
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
      {/* biome-ignore lint/a11y/useSemanticElements: SVG has no fieldset of its own */}
      <svg
        ref={svg}
        role="group"
        aria-label={`Graph of ${figure.name} ${channel.label}`}
        data-graph={laneName(figure.id, channel.id)}
        className="min-w-0 flex-1 touch-none overflow-hidden bg-paper/40"
        height={ROW.graph}
      >
        <g data-part="grid" className="stroke-rule" />
        <line
          x1={0}
          x2="100%"
          y1={GRAPH.speedBottom}
          y2={GRAPH.speedBottom}
          className="stroke-rule"
        />
        <rect {...ground} width="100%" height={ROW.graph} className="fill-transparent" />
        <FaintLines
          figure={figure}
          lanes={lanes.filter((each) => !shown.includes(each) && each.channel.id !== channel.id)}
        />
        <path
          ref={speed}
          className="pointer-events-none fill-marigold/25 stroke-marigold stroke-[1.4]"
        />
        {bars.map(({ lane, bar }, i) => (
          <GraphTrack
            key={`${bar.tween.id} ${lane.channel.id}`}
            bar={bar}
            figure={figure}
            channel={lane.channel}
            view={view}
            className={i < row.bars.length ? hue.stroke : "stroke-spruce"}
          />
        ))}
      </svg>
    </>
  );
}

const marks = new WeakMap<object, number>();
let nextMark = 1;

/** A number that is the same for the same object, so that a change of it can be told. */
function layerMark(layer: object | undefined): number {
  if (!layer) return 0;
  const known = marks.get(layer);
  if (known !== undefined) return known;
  marks.set(layer, nextMark);
  return nextMark++;
}

/** Lines and letters of the value axis: letters in the margin, hairlines through the graph. */
function drawAxis(
  axis: SVGSVGElement | null,
  svg: SVGSVGElement | null,
  view: ReturnType<ReturnType<typeof useBench>["graph"]>,
  channel: ChannelDefinition,
): void {
  const grid = svg?.querySelector('[data-part="grid"]');
  if (!axis || !grid) return;
  const ticks = axisTicks(view.min, view.max, 4).filter(
    (tick) => view.toY(tick) > GRAPH.top - 4 && view.toY(tick) < GRAPH.bottom + 4,
  );
  const step = (ticks[1] ?? 1) - (ticks[0] ?? 0);
  const decimals = Math.min(Math.max(-Math.floor(Math.log10(Math.abs(step)) + 1e-9), 0), 4);
  axis.replaceChildren(
    ...ticks.map((tick, i) => {
      const text = document.createElementNS("http://www.w3.org/2000/svg", "text");
      writeAttributes(text, {
        x: 50,
        y: (view.toY(tick) + 3.5).toFixed(1),
        "text-anchor": "end",
        class: "fill-muted font-mono text-[10px]",
      });
      const unit = i === ticks.length - 1 && channel.unit ? ` ${channel.unit}` : "";
      text.textContent = `${numberLabel(tick, decimals)}${unit}`;
      return text;
    }),
  );
  grid.replaceChildren(
    ...ticks.map((tick) => {
      const line = document.createElementNS("http://www.w3.org/2000/svg", "line");
      const y = (Math.round(view.toY(tick)) + 0.5).toFixed(1);
      writeAttributes(line, { x1: 0, x2: "100%", y1: y, y2: y });
      return line;
    }),
  );
}

/** Readings of the chosen keys' stretch, else of the chosen span, else of all of the lane. */
function StretchReadings({ row: { figure, channel, bars } }: { row: LaneOf }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const selection = useBenchState((state) => state.selection);
  const found = useMemo(() => {
    const own = bars.flatMap(({ track }: LaneBar) => track.keys.map(({ id }) => id));
    const chosen = selection.keys.filter((id) => own.includes(id));
    const at = own.indexOf(selection.span ?? "");
    const ids = chosen.length > 1 ? chosen : at >= 0 ? own.slice(at, at + 2) : own;
    const stretch = stretchOf(study, ids);
    const { motion } = bench;
    const read = stretch && readChannel(motion, motion.figureIndex(figure.id), channel.id, stretch);
    const of = chosen.length > 1 ? "chosen keys" : at >= 0 ? "span" : "lane";
    return read && { ...read, of };
  }, [bench, study, selection, bars, figure.id, channel.id]);
  if (!found) return null;
  const lines: [string, string][] = [
    ["overshoots", valueLabel(channel, found.overshoot)],
    ...(found.anticipation > 0
      ? [["draws back", valueLabel(channel, found.anticipation)] as [string, string]]
      : []),
    ["settles in", found.settle === null ? "never" : `${numberLabel(found.settle, 0)} ms`],
    ["peak", `${numberLabel(found.peakSpeed, found.peakSpeed < 10 ? 2 : 0)} ${channel.unit}/s`],
  ];
  return (
    <div data-testid="stretch-readings" className="pr-14">
      <p className="text-muted">of the {found.of}</p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-2">
        {lines.map(([name, text]) => (
          <div key={name} className="contents">
            <dt className="text-muted">{name}</dt>
            <dd className="text-right font-mono text-[10.5px] whitespace-nowrap">{text}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
