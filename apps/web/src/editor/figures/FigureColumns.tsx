import { chosenKeys, stretchKeys } from "@levitas/core/edit";
import type { Motion } from "@levitas/core/motion";
import type { Figure } from "@levitas/core/study";
import { type ReactNode, useMemo, useRef } from "react";
import { HUE } from "../../theme/hues.ts";
import { showTip } from "../../ui/dragTip.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { ROW } from "../axis/laneGeometry.ts";
import { snapTargets, snapTime } from "../axis/snapTime.ts";
import { beginKeyDrag, dragKeys, type KeyDrag } from "../keys/keyDrag.ts";
import { useKeyBox } from "../keys/useKeyBox.ts";
import { useBench, useBenchState, useFrame, useStudy } from "../session/BenchContext.ts";
import { tweenById } from "../session/findLayer.ts";
import type { Gesture } from "../session/gesture.ts";
import { bothTimes } from "../session/labels.ts";
import type { LaneBar } from "../session/rows.ts";

interface Column {
  readonly keyIds: readonly string[];
  /** The key that says where the column is. */
  readonly tweenId: string;
  readonly time: number;
}

/** The keys of a figure by the time they stand at: those within half a frame are one column. */
export function columnsOf(
  bars: readonly LaneBar[],
  timeOf: (tweenId: string, within: number) => number,
  frameRate: number,
): Column[] {
  const found = new Map<number, { keyIds: string[]; tweenId: string; time: number }>();
  for (const { tween, track } of bars) {
    for (const { id, time } of track.keys) {
      const frame = Math.round((timeOf(tween.id, time) * frameRate) / 1000);
      const column = found.get(frame);
      if (column) column.keyIds.push(id);
      else found.set(frame, { keyIds: [id], tweenId: tween.id, time });
    }
  }
  return [...found.values()];
}

interface Stretch {
  readonly gesture: Gesture;
  readonly keyIds: readonly string[];
  readonly from: number;
  readonly to: number;
  readonly part: "from" | "to";
  readonly targets: readonly number[];
}

/** On a figure's own line: its keys as columns that move whole, with grips that stretch all of its motion. */
export function FigureColumns({
  figure,
  bars,
}: {
  figure: Figure;
  bars: readonly LaneBar[];
}): ReactNode {
  const bench = useBench();
  const { frameRate } = useStudy().scene;
  const group = useRef<SVGGElement>(null);
  const ends = useRef<(SVGPathElement | null)[]>([]);
  const drawn = useRef<{ view?: string; columns?: readonly Column[]; motion?: Motion }>({});
  const ground = useKeyBox();
  const columns = useMemo(
    () =>
      columnsOf(
        bars,
        (id, within) => bench.motion.placements.outer(id, within, figure.id),
        frameRate,
      ),
    [bench, bars, frameRate, figure.id],
  );
  const keyIds = useMemo(() => columns.flatMap((column) => column.keyIds), [columns]);
  const selected = useBenchState(({ selection }) => selection.keys);
  useFrame("The figure columns", ["motion", "axis"], ({ motion, study }) => {
    const { from, scale } = bench.view;
    const view = `${from} ${scale}`;
    const last = drawn.current;
    if (last.view === view && last.columns === columns && last.motion === motion) return;
    drawn.current = { view, columns, motion };
    let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    const timeOf = timesNow(study, columns);
    columns.forEach((column, i) => {
      const time = motion.placements.outer(column.tweenId, timeOf[i] ?? column.time, figure.id);
      [low, high] = [Math.min(low, time), Math.max(high, time)];
      const x = bench.view.toX(time);
      const [, hit, mark] = group.current?.children[i]?.children ?? [];
      writeAttributes(hit, { x: (x - 6).toFixed(1) });
      writeAttributes(mark, { x: (x - (column.keyIds.length > 1 ? 2.5 : 1.5)).toFixed(1) });
    });
    const visibility = high > low ? "visible" : "hidden";
    [low, high].forEach((time, i) => {
      const [x, way] = [bench.view.toX(time) + (i === 0 ? -9 : 9), i === 0 ? -1 : 1];
      const middle = ROW.figure / 2;
      writeAttributes(ends.current[i], {
        visibility,
        d:
          high > low
            ? `M${x - way * 2} ${middle - 6}L${x + way * 4} ${middle}L${x - way * 2} ${middle + 6}`
            : "M0 0",
      });
    });
  });
  const drag = useDragSession<KeyDrag>({
    start: (_, target) => {
      const column = columns[Number(target.getAttribute("data-column"))];
      if (!column) return undefined;
      choose(column, false);
      const from = bench.motion.placements.outer(column.tweenId, column.time, figure.id);
      return beginKeyDrag(bench, column.keyIds, from);
    },
    move: (session, point) => {
      if (!session.gesture.active) return;
      const count = session.keyIds.length;
      showTip(
        point.x,
        point.y,
        `${count} ${count === 1 ? "key" : "keys"}: ${dragKeys(bench, session, point)}`,
      );
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
    tap: ({ shift }, target) => {
      const column = columns[Number(target.getAttribute("data-column"))];
      if (column) choose(column, shift);
    },
  });
  const choose = (column: Column, add: boolean) =>
    bench.select({
      figure: figure.id,
      channel: null,
      span: null,
      keys: add ? [...new Set([...bench.selection.keys, ...column.keyIds])] : [...column.keyIds],
    });
  const stretch = useDragSession<Stretch>({
    start: (_, target) => {
      const times = chosenKeys(bench.study, keyIds).map(({ time }) => time);
      const part = target.getAttribute("data-figure-end") === "to" ? "to" : "from";
      return {
        gesture: bench.begin(),
        keyIds,
        from: Math.min(...times),
        to: Math.max(...times),
        part,
        targets: snapTargets(bench.study, { keys: new Set(keyIds) }),
      };
    },
    move: ({ gesture, keyIds: ids, from, to, part, targets }, { dx, x, y, free }) => {
      if (!gesture.active) return;
      const { scale } = bench.view;
      const grabbed = part === "to" ? to : from;
      const { time } = snapTime(grabbed + dx / scale, targets, { scale, frameRate, free });
      const [about, length] = part === "to" ? [from, to - from] : [to, from - to];
      const factor = Math.max((time - about) / length, 0.01);
      gesture.update((study) => stretchKeys(study, { keyIds: ids, about, factor }));
      const words = bothTimes((to - from) * factor, frameRate);
      showTip(x, y, `all of ${figure.name}: ${words} long\n× ${numberLabel(factor, 2)}`);
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
  });
  const hue = HUE[figure.hue];
  return (
    // The same keys are reached one by one in the lanes below.
    // biome-ignore lint/a11y/useSemanticElements: SVG has no fieldset of its own
    <svg
      role="group"
      aria-label={`Key columns of ${figure.name}`}
      className="min-w-0 flex-1 touch-none bg-paper/60"
      height={ROW.figure}
    >
      <rect {...ground} width="100%" height={ROW.figure} className="fill-transparent" />
      <g ref={group}>
        {columns.map((column, i) => {
          const chosen = column.keyIds.every((id) => selected.includes(id));
          return (
            <g
              key={column.keyIds[0]}
              {...drag()}
              data-column={i}
              data-column-keys={column.keyIds.length}
              className="cursor-ew-resize touch-none"
            >
              <title>
                {column.keyIds.length === 1
                  ? "1 key: drag to move it"
                  : `${column.keyIds.length} keys at one time: drag to move them together`}
              </title>
              <rect width={12} height={ROW.figure} className="fill-transparent" />
              <rect
                y={8}
                width={column.keyIds.length > 1 ? 5 : 3}
                height={ROW.figure - 16}
                rx={1.5}
                className={chosen ? "fill-ink" : hue.fill}
                opacity={chosen ? 1 : 0.75}
              />
            </g>
          );
        })}
      </g>
      {columns.length > 1
        ? (["from", "to"] as const).map((name, i) => (
            <path
              key={name}
              ref={(element) => {
                ends.current[i] = element;
              }}
              {...stretch()}
              data-figure-end={name}
              pointerEvents="bounding-box"
              className="cursor-ew-resize touch-none fill-transparent stroke-edge stroke-2 opacity-0 group-hover/row:opacity-100 hover:stroke-spruce"
              strokeLinecap="round"
              strokeLinejoin="round"
            >
              <title>{`Stretch all of ${figure.name}: every key keeps its proportion`}</title>
            </path>
          ))
        : null}
    </svg>
  );
}

/** Times of the first key of each column in a state of the study, from its tween's start. */
function timesNow(
  study: Parameters<typeof chosenKeys>[0],
  columns: readonly Column[],
): (number | undefined)[] {
  const wanted = new Map(columns.map((column, i) => [column.keyIds[0], i]));
  const tweens = new Set(columns.map(({ tweenId }) => tweenId));
  const times: (number | undefined)[] = new Array(columns.length);
  for (const id of tweens)
    for (const track of tweenById(study, id)?.tracks ?? [])
      for (const key of track.keys) {
        const index = wanted.get(key.id);
        if (index !== undefined) times[index] = key.time;
      }
  return times;
}
