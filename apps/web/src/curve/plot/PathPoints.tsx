import type { PathCurve, PathPoint, Place } from "@levitas/core/curve";
import {
  deletePathPoints,
  type HandleSide,
  jointOf,
  movePathHandle,
  movePathPoints,
  pullPathHandles,
} from "@levitas/core/edit";
import { type KeyboardEvent, memo, type ReactNode, useRef } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useDesk, useDeskCurve, useDeskFrame, useDeskState } from "../desk/DeskContext.ts";
import type { CurveDesk, DeskDrag } from "../desk/desk.ts";
import { roundPlace, type Snapped, snapPlace, tidyPoint } from "./snapPlace.ts";

interface Session {
  readonly drag: DeskDrag;
  readonly path: PathCurve;
  readonly chosen: readonly number[];
  readonly from: Place;
  readonly others: readonly PathPoint[];
  readonly perPixel: Place;
  /** Draws handles out of the point instead of moving it. */
  readonly pulls: boolean;
}

type Guide = () => SVGElement | null | undefined;

/** The points of a path, and the handles of those that are selected. */
export function PathPoints({ guide }: { guide: Guide }): ReactNode {
  const desk = useDesk();
  const curve = useDeskCurve();
  const points = useDeskState((state) => state.points);
  const group = useRef<SVGGElement>(null);

  useDeskFrame((frame) => {
    const root = group.current;
    if (!root || frame.curve.kind !== "path") return;
    const { plot } = desk;
    for (const element of root.children) {
      const point = frame.curve.points[Number(element.getAttribute("data-of"))];
      if (!point) continue;
      const side = element.getAttribute("data-side") as HandleSide | null;
      const place = side ? (point[side] ?? point) : point;
      if (element instanceof SVGLineElement) {
        writeAttributes(element, {
          x1: plot.toX(point.x),
          y1: plot.toY(point.y),
          x2: plot.toX(place.x),
          y2: plot.toY(place.y),
        });
        continue;
      }
      writeAttributes(element, {
        transform: `translate(${plot.toX(place.x)} ${plot.toY(place.y)})`,
        "aria-valuenow": place.y,
        "aria-valuetext": `time ${numberLabel(place.x, 3)}, value ${numberLabel(place.y, 3)}`,
      });
    }
  });

  if (curve.kind !== "path") return null;
  return (
    <g ref={group}>
      {points.flatMap((index) =>
        (["in", "out"] as const).map((side) =>
          curve.points[index]?.[side] ? (
            <line
              key={`arm-${index}-${side}`}
              data-of={index}
              data-side={side}
              className="pointer-events-none stroke-spruce"
              strokeWidth={1.3}
            />
          ) : null,
        ),
      )}
      {points.flatMap((index) =>
        (["in", "out"] as const).map((side) =>
          curve.points[index]?.[side] ? (
            <PathHandle key={`${index}-${side}`} index={index} side={side} />
          ) : null,
        ),
      )}
      {curve.points.map((_, index) => (
        <PathPointBead
          // Points have no name but their place in the path.
          key={index}
          index={index}
          count={curve.points.length}
          selected={points.includes(index)}
          guide={guide}
        />
      ))}
    </g>
  );
}

/** What can be grabbed around a point; it shows where the keyboard is. */
const GRIP = "fill-none [pointer-events:all] group-focus-visible/point:fill-spruce/25";

const pathOf = (desk: CurveDesk): PathCurve | undefined =>
  desk.current.kind === "path" ? desk.current : undefined;

/** Rounds the points that were moved, and leaves the others the very same. */
function tidied(path: PathCurve, moved: readonly number[]): PathCurve {
  const chosen = new Set(moved);
  const points = path.points.map((point, i) => (chosen.has(i) ? tidyPoint(point) : point));
  return { kind: "path", points };
}

const WAYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** How far an arrow key goes: a hundredth, with Shift a tenth, with Alt a thousandth. */
function wayOf(event: KeyboardEvent): Place | undefined {
  const way = WAYS[event.key];
  const step = event.shiftKey ? 0.1 : event.altKey ? 0.001 : 0.01;
  return way && { x: way[0] * step, y: way[1] * step };
}

const PathPointBead = memo(function PathPointBead({
  index,
  count,
  selected,
  guide,
}: {
  index: number;
  count: number;
  selected: boolean;
  guide: Guide;
}): ReactNode {
  const desk = useDesk();
  const bind = useDragSession<Session>({
    start: ({ shift, alt }) => {
      const path = pathOf(desk);
      const from = path?.points[index];
      if (!path || !from) return undefined;
      let chosen = desk.points;
      if (!chosen.includes(index)) {
        chosen = shift ? [...chosen, index].sort((a, b) => a - b) : [index];
        desk.select(chosen);
      }
      const others = path.points.filter((_, i) => !chosen.includes(i));
      const { perPixel } = desk.plot;
      return { drag: desk.begin(), path, chosen, from, others, perPixel, pulls: alt };
    },
    move: ({ drag, path, chosen, from, others, perPixel, pulls }, point) => {
      if (!drag.active) return;
      const { dx, dy, x, y, free } = point;
      const wanted = { x: from.x + dx * perPixel.x, y: from.y - dy * perPixel.y };
      if (pulls) {
        drag.update(tidied(pullPathHandles(path, index, roundPlace(wanted)), [index]));
        return showTip(x, y, "draws handles out");
      }
      const snapped = snapPlace(wanted, perPixel, others, free);
      const to = roundPlace(snapped);
      const by = { x: to.x - from.x, y: to.y - from.y };
      const next = tidied(movePathPoints(path, chosen, by), chosen);
      drag.update(next);
      drawGuide(guide(), desk, snapped);
      const at = next.points[index] ?? to;
      const why = snapped.reason && `\n${snapped.reason}`;
      showTip(x, y, `time ${numberLabel(at.x, 2)}  value ${numberLabel(at.y, 2)}${why}`);
    },
    end: ({ drag }, cancelled) => {
      drawGuide(guide(), desk, undefined);
      if (cancelled) drag.cancel();
      else drag.commit();
    },
    tap: ({ shift }, target) => {
      const chosen = desk.points;
      if (!shift) desk.select([index]);
      else if (chosen.includes(index)) desk.select(chosen.filter((each) => each !== index));
      else desk.select([...chosen, index].sort((a, b) => a - b));
      (target as SVGElement).focus();
    },
  });
  const key = (event: KeyboardEvent) => {
    const path = pathOf(desk);
    if (!path) return;
    const chosen = desk.points.includes(index) ? desk.points : [index];
    const way = wayOf(event);
    if (way) {
      desk.set(tidied(movePathPoints(path, chosen, way), chosen), chosen);
    } else if (event.key === "Delete" || event.key === "Backspace") {
      desk.set(deletePathPoints(path, chosen), []);
    } else if (event.key === "Insert" || event.key === "+") desk.addPointAfter(index);
    else if (event.key === " ") desk.select([index]);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <g
      data-of={index}
      data-point={index}
      {...bind()}
      onKeyDown={key}
      onFocus={(event) => {
        // By keyboard; a press selects by itself, also with Shift.
        if (event.currentTarget.matches(":focus-visible") && !desk.points.includes(index))
          desk.select([index]);
      }}
      role="slider"
      tabIndex={0}
      aria-label={`Point ${index + 1} of ${count}`}
      aria-valuenow={0}
      className="group/point cursor-grab touch-none outline-none"
    >
      <circle r={12} className={GRIP} />
      <rect
        x={-5}
        y={-5}
        width={10}
        height={10}
        rx={3}
        className={`stroke-spruce ${selected ? "fill-spruce" : "fill-raised"}`}
        strokeWidth={2}
      />
    </g>
  );
});

interface HandleSession {
  readonly drag: DeskDrag;
  readonly path: PathCurve;
  readonly from: Place;
  readonly perPixel: Place;
  readonly joint: ReturnType<typeof jointOf>;
}

function PathHandle({ index, side }: { index: number; side: HandleSide }): ReactNode {
  const desk = useDesk();
  const bind = useDragSession<HandleSession>({
    start: ({ alt }) => {
      const path = pathOf(desk);
      const point = path?.points[index];
      const from = point?.[side];
      if (!path || !from) return undefined;
      const joint = alt ? "corner" : jointOf(point);
      return { drag: desk.begin(), path, from, joint, perPixel: desk.plot.perPixel };
    },
    move: ({ drag, path, from, joint, perPixel }, { dx, dy, x, y, free }) => {
      if (!drag.active) return;
      const wanted = { x: from.x + dx * perPixel.x, y: from.y - dy * perPixel.y };
      const point = path.points[index] as PathPoint;
      // Level handles are what is meant most often: a flat top, a soft start.
      const level = !free && Math.abs(wanted.y - point.y) < 6 * perPixel.y;
      const to = roundPlace(level ? { x: wanted.x, y: point.y } : wanted);
      drag.update(tidied(movePathHandle(path, index, side, to, joint), [index]));
      const why = `${joint === "corner" ? "" : `\n${joint}`}${level ? "\nlevel" : ""}`;
      showTip(x, y, `time ${numberLabel(to.x, 2)}  value ${numberLabel(to.y, 2)}${why}`);
    },
    end: ({ drag }, cancelled) => (cancelled ? drag.cancel() : drag.commit()),
    tap: (_, target) => (target as SVGElement).focus(),
  });
  const key = (event: KeyboardEvent) => {
    const path = pathOf(desk);
    const point = path?.points[index];
    const from = point?.[side];
    if (!path || !from) return;
    const way = wayOf(event);
    if (way) {
      const to = roundPlace({ x: from.x + way.x, y: from.y + way.y });
      desk.set(movePathHandle(path, index, side, to, jointOf(point)));
    } else if (event.key === "Delete" || event.key === "Backspace")
      desk.set(movePathHandle(path, index, side, point, "corner"));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <g
      data-of={index}
      data-side={side}
      {...bind()}
      onKeyDown={key}
      role="slider"
      tabIndex={0}
      aria-label={`Handle ${side === "in" ? "before" : "after"} point ${index + 1}`}
      aria-valuenow={0}
      className="group/point cursor-grab touch-none outline-none"
    >
      <circle r={11} className={GRIP} />
      <circle r={4.5} className="fill-raised stroke-spruce" strokeWidth={2} />
    </g>
  );
}

function drawGuide(
  guide: SVGElement | null | undefined,
  { plot }: CurveDesk,
  snapped: Snapped | undefined,
): void {
  let d = "";
  if (snapped?.atX) d += `M${plot.toX(snapped.x)} 0V${plot.height}`;
  if (snapped?.atY) d += `M0 ${plot.toY(snapped.y)}H${plot.width}`;
  writeAttributes(guide, d ? { d, visibility: "visible" } : { visibility: "hidden" });
}
