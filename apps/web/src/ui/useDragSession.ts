import { useDrag } from "@use-gesture/react";
import { useEffect, useRef } from "react";
import { type ActiveDrag, beginDrag, dragIsOver } from "./activeDrag.ts";
import { hideTip } from "./dragTip.tsx";

/** Where a drag is. */
export interface DragPoint {
  /** In the window, px. */
  readonly x: number;
  readonly y: number;
  /** From where it began, px. */
  readonly dx: number;
  readonly dy: number;
  /** Ctrl or Cmd is held: nothing snaps. */
  readonly free: boolean;
  readonly shift: boolean;
  readonly alt: boolean;
}

/** What a drag does. `start` answers what the drag holds on to; undefined means it does not begin. */
export interface DragHandlers<Session> {
  readonly start: (point: DragPoint, target: Element) => Session | undefined;
  readonly move: (session: Session, point: DragPoint) => void;
  readonly end: (session: Session, cancelled: boolean) => void;
  /** Pressed and released without moving. */
  readonly tap?: (point: DragPoint, target: Element) => void;
}

/** A drag from its beginning to its one end. */
class Drag<Session> implements ActiveDrag {
  private over = false;

  constructor(
    readonly session: Session,
    private readonly handlers: () => DragHandlers<Session>,
  ) {
    beginDrag(this);
  }

  move(point: DragPoint): void {
    if (!this.over) this.handlers().move(this.session, point);
  }

  end(cancelled: boolean): void {
    if (this.over) return;
    this.over = true;
    dragIsOver(this);
    this.handlers().end(this.session, cancelled);
    hideTip();
  }
}

/**
 * Turns pointer events on an element into one drag at a time. Spread the answer on the element. Every drag has one
 * end: released, or taken back by Escape, a cancelled pointer, a lost capture, or its element leaving the page.
 */
export function useDragSession<Session>(handlers: DragHandlers<Session>) {
  const latest = useRef(handlers);
  latest.current = handlers;
  const live = useRef<Drag<Session> | undefined>(undefined);
  useEffect(() => () => live.current?.end(true), []);
  return useDrag<PointerEvent>(
    ({ first, last, tap, canceled, xy: [x, y], initial: [x0, y0], event, memo, currentTarget }) => {
      const point: DragPoint = {
        x,
        y,
        // From where it was pressed: the way to the threshold counts.
        dx: x - x0,
        dy: y - y0,
        free: event.ctrlKey || event.metaKey,
        shift: event.shiftKey,
        alt: event.altKey,
      };
      if (tap) {
        handlers.tap?.(point, currentTarget as Element);
        return undefined;
      }
      let drag = memo as Drag<Session> | undefined;
      if (first) {
        const session = handlers.start(point, currentTarget as Element);
        if (session === undefined) return undefined;
        drag = new Drag(session, () => latest.current);
        live.current = drag;
      }
      if (!drag) return undefined;
      if (last) {
        const isLost = event.type === "pointercancel" || event.type === "lostpointercapture";
        if (!canceled && !isLost) drag.move(point);
        drag.end(canceled || isLost);
        live.current = undefined;
        return undefined;
      }
      drag.move(point);
      return drag;
    },
    // The keyboard has ways of its own here; arrow keys must not count as dragging.
    { filterTaps: true, threshold: 2, pointer: { keys: false, buttons: 1 } },
  );
}
