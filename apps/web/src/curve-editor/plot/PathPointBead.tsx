import type { PathCurve, PathPoint, Place } from "@levitas/core/curve";
import { deletePathPoints, movePathPoints, pullPathHandles } from "@levitas/core/curve";
import { type KeyboardEvent, memo, type ReactNode } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useDesk } from "../desk/DeskContext.ts";
import type { CurveDesk, DeskDrag } from "../desk/desk.ts";
import { GRIP, pathOf, tidied, wayOf } from "./pathEditing.ts";
import { roundPlace, type Snapped, snapPlace } from "./snapPlace.ts";

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

/** Side of the square that stands for a point, px. */
export const BEAD = 10;

/** Where the lines are drawn that say what a point snapped to. */
export type Guide = () => SVGElement | null | undefined;

/** One point of a path: drag it, with Alt draw its handles out; the keyboard nudges, adds and deletes. */
export const PathPointBead = memo(function PathPointBead({
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
        width={BEAD}
        height={BEAD}
        rx={3}
        className={`stroke-spruce ${selected ? "fill-spruce" : "fill-raised"}`}
        strokeWidth={2}
      />
    </g>
  );
});

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
