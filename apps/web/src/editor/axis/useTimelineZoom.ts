import { type RefCallback, type RefObject, useCallback } from "react";
import { onPanDrag } from "../../ui/panDrag.ts";
import { useBench } from "../session/BenchContext.ts";

/**
 * The wheel over the timeline: sideways it pans; with Shift, Ctrl or Alt, and anywhere over the ruler,
 * it zooms the time at the pointer; else it scrolls the lanes if there are more than fit, and zooms if
 * not. A drag with the middle button, or with Space held, pans.
 */
export function useTimelineZoom(scroller: RefObject<HTMLElement | null>): RefCallback<HTMLElement> {
  const bench = useBench();
  return useCallback(
    (element: HTMLElement | null) => {
      if (!element) return;
      const wheel = (event: WheelEvent) => {
        const x =
          event.clientX - element.getBoundingClientRect().left - bench.store.getState().margin;
        if (x < 0) return;
        const lanes = scroller.current;
        const scrolls = lanes !== null && lanes.scrollHeight > lanes.clientHeight;
        // A graph has a wheel of its own.
        if (event.target instanceof Element && event.target.closest("[data-graph]")) return;
        const overLanes = lanes?.contains(event.target as Node) ?? false;
        const held = event.shiftKey || event.ctrlKey || event.altKey || event.metaKey;
        if (!held && Math.abs(event.deltaX) > Math.abs(event.deltaY)) {
          event.preventDefault();
          bench.view.panBy(-event.deltaX);
        } else if (held || !overLanes || !scrolls) {
          event.preventDefault();
          // Browsers turn the wheel sideways while Shift is held.
          const delta = event.deltaY || event.deltaX;
          bench.view.zoomAt(x, Math.exp(-delta * 0.0016));
        }
      };
      element.addEventListener("wheel", wheel, { passive: false });
      const stopPan = onPanDrag(
        element,
        (dx) => bench.view.panBy(dx),
        () => bench.clock.toggle(),
      );
      return () => {
        element.removeEventListener("wheel", wheel);
        stopPan();
      };
    },
    [bench, scroller],
  );
}
