import type { PathCurve, PathPoint, Place } from "@levitas/core/curve";
import { type HandleSide, jointOf, movePathHandle } from "@levitas/core/curve";
import type { KeyboardEvent, ReactNode } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { useDesk } from "../desk/DeskContext.ts";
import type { DeskDrag } from "../desk/desk.ts";
import { GRIP, pathOf, tidied, wayOf } from "./pathEditing.ts";
import { roundPlace } from "./snapPlace.ts";

interface HandleSession {
  readonly drag: DeskDrag;
  readonly path: PathCurve;
  readonly from: Place;
  readonly perPixel: Place;
  readonly joint: ReturnType<typeof jointOf>;
}

/** One handle of a point: the other follows as their joint says, with Alt it does not. */
export function PathHandle({ index, side }: { index: number; side: HandleSide }): ReactNode {
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
