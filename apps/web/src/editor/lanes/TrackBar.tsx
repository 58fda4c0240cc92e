import { moveTween } from "@levitas/core/edit";
import { type Layer, layerColors, layerPolyline, type Motion } from "@levitas/core/motion";
import type { ChannelDefinition, Figure, Key } from "@levitas/core/study";
import { playedSpan } from "@levitas/core/timeline";
import { type ReactNode, useRef } from "react";
import { HUE } from "../../theme/hues.ts";
import { showTip } from "../../ui/dragTip.tsx";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { areaPath, BAR, linePath, valueRange } from "../axis/laneGeometry.ts";
import { snapTargets, snapTime } from "../axis/snapTime.ts";
import { Bead } from "../keys/Bead.tsx";
import { StretchGrip } from "../keys/StretchGrip.tsx";
import { useBench, useBenchState, useFrame } from "../session/BenchContext.ts";
import { findLayer } from "../session/findLayer.ts";
import type { Gesture } from "../session/gesture.ts";
import { passWords } from "../session/iterationWords.ts";
import { bothTimes } from "../session/labels.ts";
import type { LaneBar } from "../session/rows.ts";
import { Seams } from "./Seams.tsx";

/** How many points draw one span. */
const PER_SPAN = 28;
/** Room a bar's name needs before the next bar, px. */
const NAME_ROOM = 90;
/** How many slices show the colours of a bar. */
const SLICES = 32;

interface Session {
  readonly gesture: Gesture;
  readonly start: number;
  readonly targets: readonly number[];
}

/** One track of one tween: a bar that shows its curve, with a bead for every key. */
export function TrackBar({
  bar: { tween, track },
  figure,
  channel,
}: {
  bar: LaneBar;
  figure: Figure;
  channel: ChannelDefinition;
}): ReactNode {
  const bench = useBench();
  const group = useRef<SVGGElement>(null);
  const body = useRef<SVGRectElement>(null);
  const line = useRef<SVGPathElement>(null);
  const area = useRef<SVGPathElement>(null);
  const name = useRef<SVGTextElement>(null);
  const rest = useRef<SVGPathElement>(null);
  const spanMark = useRef<SVGRectElement>(null);
  const grips = useRef<(SVGPathElement | null)[]>([]);
  const drawn = useRef<{ layer?: Layer; view?: string; span?: string | null }>({});
  const span = useBenchState(({ selection }) =>
    track.keys.some((key) => key.id === selection.span) && selection.figure === figure.id
      ? selection.span
      : null,
  );
  const isColor = channel.kind === "color";

  useFrame("The track bar", ["motion", "axis"], ({ motion }) => {
    const layer = findLayer(motion, figure.id, channel, tween.id);
    const { view } = bench;
    const state = `${view.from} ${view.scale}`;
    const before = drawn.current;
    if (!layer || !body.current || !group.current) return;
    if (before.layer === layer && before.view === state && before.span === span) return;
    drawn.current = { layer, view: state, span };
    const from = view.toX(layer.start);
    const to = view.toX(layer.end);
    writeAttributes(body.current, { x: from, width: Math.max(to - from, 1) });
    placeGrip(grips.current[0], from - 9, -1);
    placeGrip(grips.current[1], to + 9, 1);
    if (rest.current) {
      // Passes after the first, as far as they go.
      const placed = motion.placements.byId.get(tween.id);
      const over = placed?.iterations ? playedSpan(placed) : undefined;
      const end = over && (Number.isFinite(placed?.whole) ? view.toX(over.to) : view.width + 10);
      writeAttributes(rest.current, {
        d:
          end !== undefined && end > to + 2
            ? `M${to.toFixed(1)} ${BAR.top + 2}H${end.toFixed(1)}V${BAR.bottom - 2}H${to.toFixed(1)}`
            : "",
      });
    }
    if (name.current) {
      const after = nextStart(motion, layer, figure.id, channel);
      writeAttributes(name.current, {
        x: to + 18,
        visibility: view.toX(after) - to > NAME_ROOM ? "visible" : "hidden",
      });
    }
    if (isColor) paintSlices(group.current, layer, from, to);
    else if (line.current && area.current) {
      const points = layerPolyline(layer, PER_SPAN);
      const path = linePath(points, view, valueRange(points));
      writeAttributes(line.current, { d: path });
      writeAttributes(area.current, { d: areaPath(path, from, to) });
    }
    const index = track.keys.findIndex((key) => key.id === span);
    const times = layer.track.times;
    if (spanMark.current && index >= 0 && index + 1 < times.length) {
      const left = view.toX(layer.outer(times[index] as number));
      const right = view.toX(layer.outer(times[index + 1] as number));
      writeAttributes(spanMark.current, { x: left, width: Math.max(right - left, 1) });
    }
  });

  const spanAtX = (x: number): Key | undefined => {
    const box = group.current?.ownerSVGElement?.getBoundingClientRect();
    const time = bench.view.toTime(x - (box?.left ?? 0));
    const local = bench.motion.placements.within(tween.id, time, figure.id);
    return (
      track.keys.slice(0, -1).findLast((key) => key.time <= local) ??
      (track.keys.length > 1 ? track.keys[0] : undefined)
    );
  };
  const bind = useDragSession<Session>({
    start: () => ({
      gesture: bench.begin(),
      start: bench.motion.placements.startOf(tween.id),
      targets: snapTargets(bench.study, { tween: tween.id }),
    }),
    move: ({ gesture, start, targets }, { dx, x, y, free }) => {
      if (!gesture.active) return;
      const { frameRate } = bench.study.scene;
      const wanted = Math.max(start + dx / bench.view.scale, 0);
      const snapped = snapTime(wanted, targets, { scale: bench.view.scale, frameRate, free });
      gesture.update((study) => moveTween(study, { tweenId: tween.id, start: snapped.time }));
      showTip(
        x,
        y,
        `${tween.name}: starts ${bothTimes(snapped.time, frameRate)} ${snapped.to}`.trim(),
      );
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
    tap: ({ x }) =>
      bench.select({
        figure: figure.id,
        channel: channel.id,
        span: spanAtX(x)?.id ?? null,
        keys: [],
      }),
  });
  const hue = HUE[figure.hue];
  return (
    <g ref={group} data-tween={tween.id}>
      <rect
        ref={body}
        {...bind()}
        y={BAR.top}
        height={BAR.bottom - BAR.top}
        rx={4}
        className={`cursor-grab touch-none ${isColor ? "fill-transparent" : `${hue.fill} opacity-15`}`}
        data-bar={`${tween.id} ${channel.id}`}
      >
        <title>{`${tween.name}: drag to move in time, click a span to shape it`}</title>
      </rect>
      {isColor ? (
        <g data-slices="" className="pointer-events-none" />
      ) : (
        <>
          <path ref={area} className={`pointer-events-none opacity-25 ${hue.fill}`} />
          <path
            ref={line}
            className={`pointer-events-none fill-none stroke-[1.6] ${hue.stroke}`}
            strokeLinejoin="round"
          />
        </>
      )}
      {span !== null ? (
        <rect
          ref={spanMark}
          y={BAR.bottom - 1}
          height={3}
          rx={1.5}
          className="pointer-events-none fill-spruce"
        />
      ) : null}
      <path
        ref={rest}
        className={`pointer-events-none fill-none stroke-1 opacity-60 ${hue.stroke}`}
        strokeDasharray="2 3"
      />
      <text
        ref={name}
        y={(BAR.top + BAR.bottom) / 2 + 4}
        className={`pointer-events-none text-[11px] ${hue.fill}`}
      >
        {tween.name}
        {tween.iterations !== undefined || tween.direction ? `  ${passWords(tween)}` : ""}
      </text>
      {track.keys.length > 1
        ? (["start", "end"] as const).map((edge, i) => (
            <StretchGrip
              key={edge}
              edge={edge}
              tween={tween}
              hold={(element) => {
                grips.current[i] = element;
              }}
            />
          ))
        : null}
      {track.keys.map((key, index) => (
        <Bead
          key={key.id}
          id={key.id}
          index={index}
          tween={tween}
          track={track}
          figure={figure}
          channel={channel}
        />
      ))}
      <Seams figure={figure} channel={channel} tween={tween} track={track} />
    </g>
  );
}

/** Puts a grip beside an end of its bar; `way` is where it points. */
function placeGrip(grip: SVGPathElement | null | undefined, x: number, way: 1 | -1): void {
  const middle = (BAR.top + BAR.bottom) / 2;
  const tip = (x + way * 3).toFixed(1);
  const foot = (x - way * 2).toFixed(1);
  writeAttributes(grip, { d: `M${foot} ${middle - 5}L${tip} ${middle}L${foot} ${middle + 5}` });
}

/** When the next tween on the same channel starts, ms; never, if there is none. */
function nextStart(
  motion: Motion,
  layer: Layer,
  figureId: string,
  channel: ChannelDefinition,
): number {
  const driven = motion.drivenAt(motion.figureIndex(figureId), channel.id);
  return driven?.layers.find((each) => each.start > layer.start)?.start ?? Number.POSITIVE_INFINITY;
}

/** The colours of a bar, as slices side by side. */
function paintSlices(group: SVGGElement, layer: Layer, from: number, to: number): void {
  const host = group.querySelector("[data-slices]");
  if (!host) return;
  while (host.childElementCount < SLICES)
    host.append(document.createElementNS("http://www.w3.org/2000/svg", "rect"));
  const width = (to - from) / SLICES;
  layerColors(layer, SLICES).forEach((color, i) => {
    const slice = host.children[i];
    if (!slice) return;
    writeAttributes(slice, {
      x: from + i * width,
      y: BAR.top + 3,
      // A hair wider, so that no seams show between slices.
      width: width + 0.6,
      height: BAR.bottom - BAR.top - 6,
      fill: color,
    });
  });
}
