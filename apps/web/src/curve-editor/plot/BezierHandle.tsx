import type { CubicBezierCurve } from "@levitas/core/curve";
import { type KeyboardEvent, type ReactNode, useRef } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { leaveFocus } from "../../ui/pointerFocus.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useDesk, useDeskCurve, useDeskFrame } from "../desk/DeskContext.ts";
import type { DeskDrag } from "../desk/desk.ts";
import { type HandleIndex, handleAt, handlesOf, snapHandle, withHandle } from "../desk/handles.ts";
import { wayOf } from "./pathEditing.ts";

interface Session {
  readonly drag: DeskDrag;
  readonly curve: CubicBezierCurve;
  readonly from: { readonly x: number; readonly y: number };
  readonly perPixel: { readonly x: number; readonly y: number };
}

/** One handle of a cubic-bezier: free in value, clamped in time. A keyword or line becomes one. */
export function BezierHandle({ index }: { index: HandleIndex }): ReactNode {
  const desk = useDesk();
  const kept = useDeskCurve();
  const group = useRef<SVGGElement>(null);
  const arm = useRef<SVGLineElement>(null);

  useDeskFrame("The handles", ["curve", "plot"], (frame) => {
    const curve = handlesOf(frame.curve);
    if (!curve || !group.current || !arm.current) return;
    const { plot } = desk;
    const { x, y } = handleAt(curve, index);
    writeAttributes(group.current, {
      transform: `translate(${plot.toX(x)} ${plot.toY(y)})`,
      "aria-valuenow": y,
      "aria-valuetext": `time ${numberLabel(x, 2)}, value ${numberLabel(y, 2)}`,
    });
    const end = index - 1;
    writeAttributes(arm.current, {
      x1: plot.toX(end),
      y1: plot.toY(end),
      x2: plot.toX(x),
      y2: plot.toY(y),
    });
  });

  const bind = useDragSession<Session>({
    start: () => {
      const curve = handlesOf(desk.current);
      if (!curve) return undefined;
      return {
        drag: desk.begin(),
        curve,
        from: handleAt(curve, index),
        // Held fast: the view may widen under the drag, the hand must not feel it.
        perPixel: desk.plot.perPixel,
      };
    },
    move: ({ drag, curve, from, perPixel }, { dx, dy, x, y, free }) => {
      if (!drag.active) return;
      const wanted = { x: from.x + dx * perPixel.x, y: from.y - dy * perPixel.y };
      const snapped = snapHandle(wanted, perPixel, free);
      const next = withHandle(curve, index, snapped);
      drag.update(next);
      const at = handleAt(next, index);
      const why = snapped.to === "" ? "" : `\n${snapped.to}`;
      showTip(x, y, `time ${numberLabel(at.x, 2)}  value ${numberLabel(at.y, 2)}${why}`);
    },
    end: ({ drag }, cancelled) => (cancelled ? drag.cancel() : drag.commit()),
    // A click is for the keyboard: from then on the arrows nudge this handle.
    tap: (_, target) => (target as SVGElement).focus(),
  });

  const nudge = (event: KeyboardEvent) => {
    const curve = handlesOf(desk.current);
    const way = wayOf(event);
    if (!curve || !way) return;
    event.preventDefault();
    event.stopPropagation();
    const { x, y } = handleAt(curve, index);
    const next = withHandle(curve, index, { x: x + way.x, y: y + way.y });
    desk.set(next);
  };

  const isGhost = kept.kind === "linear";
  return (
    <>
      <line
        ref={arm}
        className={`stroke-spruce ${isGhost ? "opacity-40" : ""}`}
        strokeWidth={1.3}
      />
      <g
        ref={group}
        {...bind()}
        onKeyDown={nudge}
        onMouseDown={leaveFocus}
        role="slider"
        tabIndex={0}
        aria-label={index === 1 ? "First handle" : "Second handle"}
        aria-valuenow={0}
        data-handle={index}
        className="group/handle cursor-grab touch-none outline-none"
      >
        <circle r={13} className="fill-transparent group-focus-visible/handle:fill-spruce/25" />
        <circle r={6} className="fill-raised stroke-spruce" strokeWidth={2.2} />
      </g>
    </>
  );
}
