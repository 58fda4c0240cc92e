import { setPivot } from "@levitas/core/edit";
import { boxCorners } from "@levitas/core/motion";
import { eachTween, type Study } from "@levitas/core/study";
import { type KeyboardEvent, lazy, type ReactNode, Suspense, useRef } from "react";
import { usePlaying } from "../../clock/useClock.ts";
import { showTip } from "../../ui/dragTip.tsx";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useBench, useBenchState, useFrame, useStudy } from "../session/BenchContext.ts";
import { beginSceneChange, type NewValue, type SceneChange } from "../session/changes.ts";
import { chosenFigures } from "../session/selection.ts";
import { FigureFinder } from "./FigureFinder.tsx";
import {
  angleAbout,
  BOX_HANDLES,
  type BoxHandle,
  pivotBy,
  scaleBy,
  type TurnDrag,
  turnBy,
} from "./figureDrag.ts";

/** How far the turn handle stands off the box, px. */
const OFF = 24;
/** A side shorter than this has no handle of its own, px. */
const SMALL = 30;

/** Whether a figure moves along a path through space. */
function hasPath({ sequence }: Study, figureId: string): boolean {
  for (const { path, figures } of eachTween(sequence))
    if (path && figures.includes(figureId)) return true;
  return false;
}

// Most studies have neither.
const GuideLines = lazy(async () => ({ default: (await import("./GuideLines.tsx")).GuideLines }));
const TogetherHandles = lazy(async () => ({
  default: (await import("./TogetherHandles.tsx")).TogetherHandles,
}));
const SpacePath = lazy(async () => ({ default: (await import("./SpacePath.tsx")).SpacePath }));

/** What of the chosen figures can be grabbed: corners, the turn handle, the pivot, the path through space. */
export function SceneHandles(): ReactNode {
  const selection = useBenchState((state) => state.selection);
  const study = useStudy();
  const svg = useRef<SVGSVGElement>(null);
  const chosen = chosenFigures(selection);
  const [primary] = chosen;
  const playing = usePlaying(useBench().clock);
  const known = study.figures.some(({ id }) => id === primary);
  return (
    <>
      <svg
        ref={svg}
        className="pointer-events-none absolute inset-0 size-full touch-none"
        data-testid="scene-handles"
      >
        <title>Handles of the chosen figures</title>
        {study.scene.guides?.length ? (
          <Suspense fallback={null}>
            <GuideLines />
          </Suspense>
        ) : null}
        {/* While it plays the motion is looked at, not the handles; they would only be painted anew. */}
        {playing ? null : (
          <>
            {chosen.map((id) => (
              <Outline key={id} figureId={id} />
            ))}
            {primary && known && chosen.length === 1 ? (
              <FigureHandles key={primary} figureId={primary} />
            ) : null}
            {chosen.length > 1 ? (
              <Suspense fallback={null}>
                <TogetherHandles figureIds={chosen} />
              </Suspense>
            ) : null}
            {primary && chosen.length === 1 && hasPath(study, primary) ? (
              <Suspense fallback={null}>
                <SpacePath figureId={primary} />
              </Suspense>
            ) : null}
          </>
        )}
      </svg>
      {primary && known ? <FigureFinder figureId={primary} /> : null}
    </>
  );
}

function Outline({ figureId }: { figureId: string }): ReactNode {
  const { camera } = useBench();
  const shape = useRef<SVGPolygonElement>(null);
  useFrame("The scene handles", ["time", "motion", "camera"], ({ motion, poses }) => {
    const index = motion.figureIndex(figureId);
    if (index < 0) return;
    const points = boxCorners(motion, poses, index)
      .map(
        ([x, y]) =>
          `${(camera.left + x * camera.scale).toFixed(1)},${(camera.top + y * camera.scale).toFixed(1)}`,
      )
      .join(" ");
    writeAttributes(shape.current, { points });
  });
  return (
    <polygon
      ref={shape}
      className="fill-none stroke-spruce"
      strokeWidth={1.2}
      strokeDasharray="2 2"
    />
  );
}

type Session =
  | { readonly kind: "scale"; readonly change: SceneChange; readonly handle: BoxHandle }
  | { readonly kind: "turn"; readonly change: SceneChange; readonly turn: TurnDrag }
  | {
      readonly kind: "pivot";
      readonly change: SceneChange;
      /** From its handle to the pivot, px of the scene. */
      readonly off: { readonly x: number; readonly y: number };
    };

function FigureHandles({ figureId }: { figureId: string }): ReactNode {
  const bench = useBench();
  const { camera } = bench;
  const group = useRef<SVGGElement>(null);
  const part = (name: string) => group.current?.querySelector(`[data-part="${name}"]`);
  /** Where the pivot is drawn, px of the stage. */
  const pivotAt = useRef({ x: 0, y: 0 });
  useFrame("The scene handles", ["time", "motion", "camera"], ({ motion, poses }) => {
    const index = motion.figureIndex(figureId);
    if (index < 0 || !group.current) return;
    const corners = boxCorners(motion, poses, index).map(([x, y]) => ({
      x: camera.left + x * camera.scale,
      y: camera.top + y * camera.scale,
    }));
    const [a, b, c, d] = corners;
    if (!a || !b || !c || !d) return;
    // Handles of a box seen edge on would lie on each other.
    const at = (u: number, v: number) => ({
      x: (a.x * (1 - u) + b.x * u) * (1 - v) + (d.x * (1 - u) + c.x * u) * v,
      y: (a.y * (1 - u) + b.y * u) * (1 - v) + (d.y * (1 - u) + c.y * u) * v,
    });
    const narrow =
      Math.hypot(b.x - a.x, b.y - a.y) < SMALL || Math.hypot(d.x - a.x, d.y - a.y) < SMALL;
    for (const { id, u, v } of BOX_HANDLES) {
      const { x, y } = at(u, v);
      // On a small box the corners are enough; more would cover it.
      const spare = narrow && (u === 0.5 || v === 0.5 || u !== v);
      writeAttributes(part(id), { visibility: spare ? "hidden" : "visible" });
      writeAttributes(part(id), { x: (x - 4.5).toFixed(1), y: (y - 4.5).toFixed(1) });
    }
    const top = at(0.5, 0);
    const middle = at(0.5, 0.5);
    const length = Math.hypot(top.x - middle.x, top.y - middle.y) || 1;
    const off = {
      x: top.x + ((top.x - middle.x) / length) * OFF,
      y: top.y + ((top.y - middle.y) / length) * OFF,
    };
    // A figure at the top of the window keeps its turn handle in sight.
    if (off.y < 8) off.y = 8;
    writeAttributes(part("stem"), {
      x1: top.x.toFixed(1),
      y1: top.y.toFixed(1),
      x2: off.x.toFixed(1),
      y2: off.y.toFixed(1),
    });
    writeAttributes(part("turn"), { cx: off.x.toFixed(1), cy: off.y.toFixed(1) });
    const pivot = at(
      (poses[motion.slot(index, "pivotX")] as number) / 100,
      (poses[motion.slot(index, "pivotY")] as number) / 100,
    );
    for (const name of ["pivot-ring", "pivot-dot"])
      writeAttributes(part(name), { cx: pivot.x.toFixed(1), cy: pivot.y.toFixed(1) });
    // Its handle is outside of the box: what is inside of a figure moves the figure.
    const bottom = at(0.5, 1);
    const below = Math.hypot(bottom.x - middle.x, bottom.y - middle.y) || 1;
    const height = group.current.ownerSVGElement?.clientHeight ?? Number.POSITIVE_INFINITY;
    const grab = {
      x: bottom.x + ((bottom.x - middle.x) / below) * OFF,
      y: Math.min(bottom.y + ((bottom.y - middle.y) / below) * OFF, height - 8),
    };
    writeAttributes(part("pivot"), { cx: grab.x.toFixed(1), cy: grab.y.toFixed(1) });
    writeAttributes(part("pivot-stem"), {
      x1: pivot.x.toFixed(1),
      y1: pivot.y.toFixed(1),
      x2: grab.x.toFixed(1),
      y2: grab.y.toFixed(1),
    });
    pivotAt.current = pivot;
  });
  const place = (x: number, y: number) => {
    const box = group.current?.ownerSVGElement?.getBoundingClientRect();
    return camera.toScene(x - (box?.left ?? 0), y - (box?.top ?? 0));
  };
  const pivotDriven = () =>
    (["pivotX", "pivotY"] as const).some((channel) =>
      bench.motion.drivenAt(bench.motion.figureIndex(figureId), channel),
    );
  const bind = useDragSession<Session>({
    start: ({ x, y, dx, dy }, target) => {
      const name = target.getAttribute("data-part");
      const change = beginSceneChange(bench);
      if (name === "pivot") {
        const at = place(x - dx, y - dy);
        const there = camera.toScene(pivotAt.current.x, pivotAt.current.y);
        return { kind: "pivot", change, off: { x: there.x - at.x, y: there.y - at.y } };
      }
      if (name === "turn") {
        const start = change.motion.valueAt(
          change.motion.figureIndex(figureId),
          "rotate",
          change.time,
        );
        const last = angleAbout(change, figureId, place(x - dx, y - dy));
        return { kind: "turn", change, turn: { start, last, turned: 0 } };
      }
      const handle = BOX_HANDLES.find(({ id }) => id === name);
      return handle && { kind: "scale", change, handle };
    },
    move: (session, point) => {
      const { change } = session;
      if (!change.active()) return;
      const to = place(point.x, point.y);
      if (session.kind === "scale")
        showTip(point.x, point.y, scaleBy(change, figureId, session.handle, to, point));
      else if (session.kind === "turn")
        showTip(point.x, point.y, turnBy(change, figureId, session.turn, to, point));
      else {
        const { off } = session;
        const found = pivotBy(change, figureId, { x: to.x + off.x, y: to.y + off.y }, point.free);
        if (!found) return;
        showTip(point.x, point.y, found.text);
        if (pivotDriven())
          change.update([
            { figureId, channel: "pivotX", value: found.pivot.x * 100 },
            { figureId, channel: "pivotY", value: found.pivot.y * 100 },
          ]);
        else change.edit((study) => setPivot(study, { figureId, ...found }));
      }
    },
    end: ({ change }, cancelled) => change.end(cancelled),
  });
  /** Arrows move, turn and scale what the handle stands for, so that nothing needs a pointer. */
  const nudge = (event: KeyboardEvent<SVGElement>) => {
    const name = event.currentTarget.getAttribute("data-part");
    const right = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    const down = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    if (right === 0 && down === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const by = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
    const change = beginSceneChange(bench);
    const { motion, time } = change;
    const read = (channel: NewValue["channel"]) =>
      motion.valueAt(motion.figureIndex(figureId), channel, time);
    const set = (channel: NewValue["channel"], step: number): NewValue[] =>
      step === 0 ? [] : [{ figureId, channel, value: read(channel) + step }];
    if (name === "turn") change.update(set("rotate", (right + down) * by));
    else if (name === "pivot")
      change.update([...set("pivotX", right * by), ...set("pivotY", down * by)]);
    else change.update([...set("scaleX", right * by * 0.01), ...set("scaleY", down * by * 0.01)]);
    change.end(false);
  };
  const grip = { ...bind(), onKeyDown: nudge, tabIndex: 0 };
  return (
    <g ref={group}>
      <line data-part="stem" className="stroke-spruce" strokeWidth={1.2} />
      <line
        data-part="pivot-stem"
        className="pointer-events-none stroke-marigold-ink"
        strokeWidth={1}
        strokeDasharray="2 3"
      />
      {BOX_HANDLES.map(({ id, name }) => (
        <rect
          key={id}
          {...grip}
          data-part={id}
          role="slider"
          aria-valuenow={0}
          width={9}
          height={9}
          rx={2}
          aria-label={`Scale by the ${name}`}
          aria-valuetext="arrows scale"
          strokeWidth={1.5}
          className="pointer-events-auto cursor-nwse-resize touch-none fill-raised stroke-spruce"
        >
          <title>Scale (Shift keeps the proportion)</title>
        </rect>
      ))}
      <circle
        {...grip}
        data-part="turn"
        role="slider"
        aria-valuenow={0}
        r={5.5}
        aria-label="Turn the figure"
        aria-valuetext="arrows turn"
        strokeWidth={1.5}
        className="pointer-events-auto cursor-grab touch-none fill-raised stroke-spruce"
      >
        <title>Turn (Shift: steps of 15°)</title>
      </circle>
      <circle
        {...grip}
        data-part="pivot"
        role="slider"
        aria-valuenow={0}
        r={5}
        aria-label="Pivot of the figure"
        aria-valuetext="arrows move the pivot"
        strokeWidth={1.5}
        className="pointer-events-auto cursor-move touch-none fill-raised stroke-marigold-ink"
      >
        <title>Move the pivot: the point it turns and scales about</title>
      </circle>
      <circle
        data-part="pivot-ring"
        r={5}
        strokeWidth={1.2}
        className="pointer-events-none fill-none stroke-marigold-ink"
      />
      <circle data-part="pivot-dot" r={1.6} className="pointer-events-none fill-marigold-ink" />
    </g>
  );
}
