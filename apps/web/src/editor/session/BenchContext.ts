import type { Study } from "@levitas/core/study";
import { createContext, useCallback, useContext, useEffect, useRef } from "react";
import { useStore } from "zustand";
import type { Registration } from "../../clock/frameScheduler.ts";
import type { Bench, BenchTopic, Frame } from "./bench.ts";
import type { BenchState } from "./benchState.ts";

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
 * Draws past React while the component is there, in frames in which one of `topics` changed. `name` is what a person
 * reads if it fails, such as "The ruler". `measure` reads layout, before anything is written in that frame. Answers how to have it
 * drawn for a reason of its own.
 */
export function useFrame<Layout = void>(
  name: string,
  topics: readonly BenchTopic[],
  draw: (frame: Frame, layout: Layout) => void,
  measure?: (frame: Frame) => Layout,
): () => void {
  const bench = useBench();
  const latest = useRef({ draw, measure });
  latest.current = { draw, measure };
  const registration = useRef<Registration | null>(null);
  useEffect(() => {
    const mine = bench.onFrame<Layout>({
      name,
      topics,
      draw: (frame, layout) => latest.current.draw(frame, layout),
      ...(latest.current.measure
        ? { measure: (frame: Frame) => latest.current.measure?.(frame) as Layout }
        : {}),
    });
    registration.current = mine;
    return mine.stop;
    // Topics are written where it is called and do not change.
  }, [bench, name]);
  const redraw = useCallback(() => {
    registration.current?.refresh();
    bench.clock.invalidate();
  }, [bench]);
  // After each render the drawing has to be put on the new elements.
  useEffect(redraw);
  return redraw;
}
