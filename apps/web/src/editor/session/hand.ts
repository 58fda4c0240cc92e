import type { DragPoint } from "../../ui/useDragSession.ts";
import type { Bench } from "./bench.ts";
import type { Gesture } from "./gesture.ts";

/** A drag as it goes on: what moving does, and what its one end does. */
export interface Hand {
  readonly move: (point: DragPoint) => void;
  readonly end: (cancelled: boolean) => void;
}

/** A drag that changes the study: one step of the history, or none if it is taken back. */
export function gestureHand(
  bench: Bench,
  move: (gesture: Gesture, point: DragPoint) => void,
): Hand {
  const gesture = bench.begin();
  return {
    move: (point) => {
      // An undo or another edit ends it before the pointer is released.
      if (gesture.active) move(gesture, point);
    },
    end: (cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
  };
}
