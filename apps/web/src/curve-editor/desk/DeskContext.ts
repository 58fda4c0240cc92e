import type { Curve } from "@levitas/core/curve";
import { createContext, useCallback, useContext, useEffect, useRef } from "react";
import { useStore } from "zustand";
import type { Registration } from "../../clock/frameScheduler.ts";
import type { CurveDesk, DeskFrame, DeskState, DeskTopic } from "./desk.ts";

/** The desk around a plot and its numbers. */
export const DeskContext = createContext<CurveDesk | null>(null);

/** The desk around this component. Throws RangeError outside of one. */
export function useDesk(): CurveDesk {
  const desk = useContext(DeskContext);
  if (!desk) throw new RangeError("useDesk: there is no desk around this component");
  return desk;
}

/** A part of the desk's state, for components. */
export function useDeskState<T>(select: (state: DeskState) => T): T {
  return useStore(useDesk().store, select);
}

/** The curve to work on: it changes when something is done, not while it is dragged. */
export function useDeskCurve(): Curve {
  return useDeskState(({ curve, draft }) => draft ?? curve);
}

/**
 * Draws past React while the component is there, in frames in which one of `topics` changed. `name` is what a person
 * reads if it fails, such as "The plot". `measure` reads layout, before anything is written in that frame. Answers how to have it
 * drawn for a reason of its own.
 */
export function useDeskFrame<Layout = void>(
  name: string,
  topics: readonly DeskTopic[],
  draw: (frame: DeskFrame, layout: Layout) => void,
  measure?: (frame: DeskFrame) => Layout,
): () => void {
  const desk = useDesk();
  const latest = useRef({ draw, measure });
  latest.current = { draw, measure };
  const registration = useRef<Registration | null>(null);
  useEffect(() => {
    const mine = desk.onFrame<Layout>({
      name,
      topics,
      draw: (frame, layout) => latest.current.draw(frame, layout),
      ...(latest.current.measure
        ? { measure: (frame: DeskFrame) => latest.current.measure?.(frame) as Layout }
        : {}),
    });
    registration.current = mine;
    return mine.stop;
    // Topics are written where it is called and do not change.
  }, [desk, name]);
  const redraw = useCallback(() => {
    registration.current?.refresh();
    desk.invalidate();
  }, [desk]);
  // After each render the drawing has to be put on the new elements.
  useEffect(redraw);
  return redraw;
}
