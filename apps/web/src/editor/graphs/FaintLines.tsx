import type { Figure } from "@levitas/core/study";
import { type ReactNode, useRef } from "react";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { valueRange } from "../axis/laneGeometry.ts";
import { useBench, useFrame } from "../session/BenchContext.ts";
import { findLayer } from "../session/findLayer.ts";
import { GRAPH, graphPath } from "../session/graphView.ts";
import type { Row } from "../session/rows.ts";
import { lineOf } from "./layerLine.ts";

/** The figure's other channels, each over a range of its own: to see what happens together. */
export function FaintLines({
  figure,
  lanes,
}: {
  figure: Figure;
  lanes: readonly Extract<Row, { kind: "lane" | "graph" }>[];
}): ReactNode {
  const bench = useBench();
  const group = useRef<SVGGElement>(null);
  const drawn = useRef<readonly unknown[]>([]);
  useFrame("The faint lines", ["motion", "axis"], ({ motion }) => {
    const layers = lanes.map((lane) => {
      const bar = lane.bars[0];
      return bar && findLayer(motion, figure.id, lane.channel, bar.tween.id);
    });
    const state = [bench.view.from, bench.view.scale, ...layers];
    if (!group.current || state.every((part, i) => part === drawn.current[i])) return;
    drawn.current = state;
    layers.forEach((layer, i) => {
      const [path, text] = group.current?.children[i]?.children ?? [];
      if (!layer) return;
      const line = lineOf(layer);
      const { min, max } = valueRange(line);
      const height = (GRAPH.bottom - GRAPH.top) * 0.8;
      const toY = (value: number) =>
        GRAPH.bottom - height * 0.12 - ((value - min) / (max - min)) * height;
      writeAttributes(path, { d: graphPath(line, (time) => bench.view.toX(time), toY) });
      writeAttributes(text, {
        x: (bench.view.toX(layer.end) + 6).toFixed(1),
        y: (toY(line.at(-1) ?? 0) + 3).toFixed(1),
      });
    });
  });
  return (
    <g ref={group} className="pointer-events-none" opacity={0.5}>
      {lanes.map((lane) => (
        <g key={lane.channel.id}>
          <path className="fill-none stroke-edge" strokeWidth={1.1} />
          <text className="fill-muted text-[10.5px]">{lane.channel.label}</text>
        </g>
      ))}
    </g>
  );
}
