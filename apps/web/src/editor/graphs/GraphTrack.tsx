import { addKey } from "@levitas/core/edit";
import { layerValue, nearestFrame } from "@levitas/core/motion";
import type { ChannelDefinition, Figure } from "@levitas/core/study";
import { nanoid } from "nanoid";
import { type ReactNode, useRef } from "react";
import { say } from "../../ui/notices.tsx";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useBench, useBenchState, useFrame } from "../session/BenchContext.ts";
import { findLayer } from "../session/findLayer.ts";
import { type GraphView, graphPath } from "../session/graphView.ts";
import type { LaneBar } from "../session/rows.ts";
import { GraphBead } from "./GraphBead.tsx";
import { lineOf } from "./layerLine.ts";
import { TangentHandle } from "./TangentHandle.tsx";

/** One tween's keys and line on a graph. */
export function GraphTrack({
  bar: { tween, track },
  figure,
  channel,
  view,
  className,
}: {
  bar: LaneBar;
  figure: Figure;
  channel: ChannelDefinition;
  view: GraphView;
  className: string;
}): ReactNode {
  const bench = useBench();
  const line = useRef<SVGPathElement>(null);
  const hit = useRef<SVGPathElement>(null);
  const drawn = useRef<readonly unknown[]>([]);
  const selection = useBenchState((state) => state.selection);
  useFrame("The graph track", ["motion", "axis", "graphs"], ({ motion }) => {
    const layer = findLayer(motion, figure.id, channel, tween.id);
    const state = [layer, bench.view.from, bench.view.scale, view.version];
    if (!layer || state.every((part, i) => part === drawn.current[i])) return;
    drawn.current = state;
    const d = graphPath(
      lineOf(layer),
      (time) => bench.view.toX(time),
      (value) => view.toY(value),
    );
    writeAttributes(line.current, { d });
    writeAttributes(hit.current, { d });
  });
  const timeAt = (clientX: number) => {
    const box = line.current?.ownerSVGElement?.getBoundingClientRect();
    return bench.view.toTime(clientX - (box?.left ?? 0));
  };
  const setKey = (clientX: number) => {
    const { motion, study } = bench;
    const layer = findLayer(motion, figure.id, channel, tween.id);
    if (!layer) return;
    const time = Math.max(nearestFrame(timeAt(clientX), study.scene.frameRate), 0);
    const keyId = nanoid(8);
    bench.perform(
      addKey,
      {
        figureId: figure.id,
        channel: channel.id,
        time,
        value: layerValue(layer, time, 0),
        keyId,
        tweenId: nanoid(8),
      },
      { ...bench.selection, figure: figure.id, channel: channel.id, keys: [keyId] },
    );
    say(`Set a key at ${Math.round(time)} ms.`);
  };
  const choose = (clientX: number) => {
    const local = bench.motion.placements.within(tween.id, timeAt(clientX), figure.id);
    const key = track.keys.slice(0, -1).findLast(({ time }) => time <= local) ?? track.keys[0];
    bench.select({
      figure: figure.id,
      channel: channel.id,
      span: track.keys.length > 1 ? (key?.id ?? null) : null,
      keys: [],
    });
  };
  // The speed along a path through space is not that of x or of y: it has no tangents here.
  const bends = !(tween.path && (channel.id === "x" || channel.id === "y"));
  const shows = (index: number) => {
    const [key, next] = [track.keys[index], track.keys[index + 1]];
    if (!key || !next || !bends) return false;
    return (
      selection.span === key.id ||
      selection.keys.includes(key.id) ||
      selection.keys.includes(next.id)
    );
  };
  return (
    <g>
      {/* The keyboard chooses spans in the lane above. */}
      {/* biome-ignore lint/a11y/noStaticElementInteractions: see above */}
      <path
        ref={hit}
        className="cursor-pointer fill-none stroke-transparent"
        strokeWidth={12}
        onClick={(event) => choose(event.clientX)}
        onDoubleClick={(event) => setKey(event.clientX)}
      >
        <title>Click a span to shape it, double-click to set a key</title>
      </path>
      <path
        ref={line}
        className={`pointer-events-none fill-none ${className}`}
        strokeWidth={1.9}
        strokeLinejoin="round"
      />
      {track.keys.map((key, index) =>
        shows(index) ? (
          <g key={`tangents ${key.id}`}>
            {(["out", "in"] as const).map((side) => (
              <TangentHandle
                key={side}
                side={side}
                index={index}
                tween={tween}
                figure={figure}
                channel={channel}
                view={view}
              />
            ))}
          </g>
        ) : null,
      )}
      {track.keys.map((key, index) => (
        <GraphBead
          key={key.id}
          id={key.id}
          index={index}
          tween={tween}
          track={track}
          figure={figure}
          channel={channel}
          view={view}
        />
      ))}
    </g>
  );
}
