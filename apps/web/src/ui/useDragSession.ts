import { useDrag } from "@use-gesture/react";
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

/** Turns pointer events on an element into one drag at a time. Spread the answer on the element. */
export function useDragSession<Session>(handlers: DragHandlers<Session>) {
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
      let session = memo as Session | undefined;
      if (first) session = handlers.start(point, currentTarget as Element);
      if (session === undefined) return undefined;
      if (last) {
        if (!canceled) handlers.move(session, point);
        handlers.end(session, canceled);
        hideTip();
        return undefined;
      }
      handlers.move(session, point);
      return session;
    },
    // The keyboard has ways of its own here; arrow keys must not count as dragging.
    { filterTaps: true, threshold: 2, pointer: { keys: false, buttons: 1 } },
  );
}
