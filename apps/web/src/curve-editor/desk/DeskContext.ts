import type { Curve } from "@levitas/core/curve";
import { createContext, useContext, useEffect, useRef } from "react";
import { useStore } from "zustand";
import type { CurveDesk, DeskFrame, DeskState } from "./desk.ts";

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

/** Draws once a frame, past React, while the component is there. */
export function useDeskFrame(draw: (frame: DeskFrame) => void): void {
  const desk = useDesk();
  const latest = useRef(draw);
  latest.current = draw;
  useEffect(() => desk.onFrame((frame) => latest.current(frame)), [desk]);
  // After each render the drawing has to be put on the new elements.
  useEffect(() => desk.invalidate());
}
