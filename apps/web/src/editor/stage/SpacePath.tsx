import { moveSpacePoint, roundSpacePoints, setSpaceHandle, squash } from "@levitas/core/edit";
import {
  invertMatrix,
  type Layer,
  type Motion,
  mapPoint,
  outerOf,
  parentMatrixAt,
} from "@levitas/core/motion";
import {
  eachTween,
  findTween,
  type Key,
  type SpaceHandle,
  type Study,
  spacePathOf,
} from "@levitas/core/study";
import { type KeyboardEvent, type ReactNode, useRef } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useBench, useBenchState, useFrame, useStudy } from "../session/BenchContext.ts";
import type { Gesture } from "../session/gesture.ts";

/** The path through space of a figure, if x and y are joined: its points and handles, to be dragged. */
export function SpacePath({ figureId }: { figureId: string }): ReactNode {
  const study = useStudy();
  const tweens = [...eachTween(study.sequence)].filter(
    (tween) => tween.figures.includes(figureId) && spacePathOf(tween),
  );
  return tweens.flatMap((tween) => {
    const path = spacePathOf(tween);
    return (path?.x.keys ?? []).map((key, index) => (
      <SpacePoint
        key={key.id}
        figureId={figureId}
        tweenId={tween.id}
        index={index}
        keyId={key.id}
        hasIn={key.in !== undefined}
        hasOut={key.out !== undefined}
      />
    ));
  });
}

interface Point {
  readonly x: Key;
  readonly y: Key;
  readonly layer: Layer | undefined;
}

function pointIn(study: Study, motion: Motion, tweenId: string, index: number): Point | undefined {
  const tween = findTween(study, tweenId);
  const path = tween && spacePathOf(tween);
  const [x, y] = [path?.x.keys[index], path?.y.keys[index]];
  const [first] = tween?.figures ?? [];
  const layer = first
    ? motion
        .drivenAt(motion.figureIndex(first), "x")
        ?.layers.find((each) => each.tween.id === tweenId)
    : undefined;
  return x && y ? { x, y, layer } : undefined;
}

interface Session {
  readonly gesture: Gesture;
  readonly part: "point" | "in" | "out";
  readonly start: SpaceHandle;
}

function SpacePoint({
  figureId,
  tweenId,
  index,
  keyId,
  hasIn,
  hasOut,
}: {
  figureId: string;
  tweenId: string;
  index: number;
  keyId: string;
  hasIn: boolean;
  hasOut: boolean;
}): ReactNode {
  const bench = useBench();
  const { camera } = bench;
  const group = useRef<SVGGElement>(null);
  const selected = useBenchState(({ selection }) => selection.keys.includes(keyId));
  const part = (name: string) => group.current?.querySelector(`[data-part="${name}"]`);
  /** The way from a place of the figure's own coordinates to the window, at the point's time. */
  const toWindow = (motion: Motion, point: Point) => {
    const figure = motion.figureIndex(figureId);
    const time = point.layer ? outerOf(point.layer, point.x.time) : point.x.time;
    const matrix = parentMatrixAt(motion, figure, time);
    const read = (channel: "pivotX" | "pivotY" | "width" | "height") =>
      motion.valueAt(figure, channel, time);
    const px = (read("pivotX") / 100) * Math.max(read("width"), 0);
    const py = (read("pivotY") / 100) * Math.max(read("height"), 0);
    return {
      matrix,
      place: (x: number, y: number) => {
        const [sx, sy] = mapPoint(matrix, x + px, y + py);
        return { x: camera.left + sx * camera.scale, y: camera.top + sy * camera.scale };
      },
    };
  };
  useFrame("The space path", ["motion", "camera"], ({ motion, study }) => {
    const point = pointIn(study, motion, tweenId, index);
    if (!point || !group.current) return;
    const { place } = toWindow(motion, point);
    const [x, y] = [Number(point.x.value) || 0, Number(point.y.value) || 0];
    const at = place(x, y);
    writeAttributes(part("point"), { x: (at.x - 5).toFixed(1), y: (at.y - 5).toFixed(1) });
    for (const side of ["in", "out"] as const) {
      const handle = point.x[side];
      if (!handle) continue;
      const to = place(x + handle.x, y + handle.y);
      writeAttributes(part(side), { cx: to.x.toFixed(1), cy: to.y.toFixed(1) });
      writeAttributes(part(`${side}-arm`), {
        x1: at.x.toFixed(1),
        y1: at.y.toFixed(1),
        x2: to.x.toFixed(1),
        y2: to.y.toFixed(1),
      });
    }
  });
  const bind = useDragSession<Session>({
    start: (_, target) => {
      const name = target.getAttribute("data-part");
      const point = pointIn(bench.study, bench.motion, tweenId, index);
      if (!point || (name !== "point" && name !== "in" && name !== "out")) return undefined;
      bench.clock.pause();
      const gesture = bench.begin();
      return { gesture, part: name, start: (name !== "point" && point.x[name]) || { x: 0, y: 0 } };
    },
    move: ({ gesture, part: name, start }, { x, y, dx, dy, alt, free }) => {
      if (!gesture.active) return;
      const point = pointIn(bench.study, bench.motion, tweenId, index);
      const back = point && invertMatrix(toWindow(bench.motion, point).matrix);
      if (!point || !back) return;
      const [ax, ay] = mapPoint(back, 0, 0);
      const [bx, by] = mapPoint(back, dx / camera.scale, dy / camera.scale);
      const round = (value: number) => (free ? value : Math.round(value));
      const way = { x: round(bx - ax), y: round(by - ay) };
      if (name === "point") {
        gesture.update((study) => moveSpacePoint(study, { keyId, by: way }));
        const [px, py] = [Number(point.x.value) + way.x, Number(point.y.value) + way.y];
        showTip(x, y, `x ${numberLabel(px, 1)}  y ${numberLabel(py, 1)}`);
        return;
      }
      const to = { x: start.x + way.x, y: start.y + way.y };
      gesture.update((study) => setSpaceHandle(study, { keyId, side: name, to, alone: alt }));
      showTip(x, y, `handle ${numberLabel(to.x, 0)}, ${numberLabel(to.y, 0)}`);
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
    tap: ({ shift }, target) => {
      if (target.getAttribute("data-part") !== "point") return;
      const { keys } = bench.selection;
      bench.select({
        keys: shift ? [...keys.filter((id) => id !== keyId), keyId] : [keyId],
      });
    },
  });
  /** A corner becomes round, a round point a corner. */
  const bend = () => {
    if (!hasIn && !hasOut) {
      bench.perform(roundSpacePoints, { keyIds: [keyId] });
      return;
    }
    bench.perform((study) => {
      const half = setSpaceHandle(study, { keyId, side: "in", to: null });
      return squash(half, setSpaceHandle(half.after, { keyId, side: "out", to: null }));
    }, null);
  };
  const nudge = (event: KeyboardEvent) => {
    if (event.key === "Enter") bend();
    const x = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    const y = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    if (x === 0 && y === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const by = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
    bench.perform(moveSpacePoint, { keyId, by: { x: x * by, y: y * by } });
  };
  const shape = "pointer-events-auto cursor-move touch-none stroke-plum";
  return (
    <g ref={group}>
      {(["in", "out"] as const).map((side) =>
        (side === "in" ? hasIn : hasOut) ? (
          <g key={side}>
            <line data-part={`${side}-arm`} className="stroke-plum" strokeWidth={1} />
            <circle
              {...bind()}
              data-part={side}
              r={4.5}
              strokeWidth={1.4}
              className={`${shape} fill-raised`}
            >
              <title>Bend the path here (Alt: this side alone)</title>
            </circle>
          </g>
        ) : null,
      )}
      <rect
        {...bind()}
        data-part="point"
        data-space-point={keyId}
        width={10}
        height={10}
        rx={5}
        role="slider"
        tabIndex={0}
        aria-valuenow={index + 1}
        aria-label={`Point ${index + 1} of the path; arrows move it, Enter bends it`}
        onDoubleClick={bend}
        onKeyDown={nudge}
        strokeWidth={1.8}
        className={`${shape} ${selected ? "fill-plum" : "fill-raised"}`}
      >
        <title>Point of the path: drag it, double-click to make it round or a corner</title>
      </rect>
    </g>
  );
}
