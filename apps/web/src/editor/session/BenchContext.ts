import type { Study } from "@levitas/core/study";
import { createContext, useContext, useEffect, useRef } from "react";
import { useStore } from "zustand";
import type { Bench, BenchState, Frame } from "./bench.ts";

/** The bench of the page. */
export const BenchContext = createContext<Bench | null>(null);

/** The bench of the page. Throws RangeError outside of one. */
export function useBench(): Bench {
  const bench = useContext(BenchContext);
  if (!bench) throw new RangeError("useBench: there is no bench around this component");
  return bench;
}

/** A part of the bench's state, for components. */
export function useBenchState<T>(select: (state: BenchState) => T): T {
  return useStore(useBench().store, select);
}

/** The study as it is kept: it changes when something is done, not while it is dragged. */
export function useStudy(): Study {
  return useBenchState((state) => state.history.study);
}

/**
 * Draws once a frame, past React, while the component is there. `name` is what a person reads if it fails, such as
 * "The ruler".
 */
export function useFrame(name: string, draw: (frame: Frame) => void): void {
  const bench = useBench();
  const latest = useRef(draw);
  latest.current = draw;
  useEffect(() => bench.onFrame(name, (frame) => latest.current(frame)), [bench, name]);
  // After each render the drawing has to be put on the new elements.
  useEffect(() => bench.clock.invalidate());
}
