import { type RefObject, useEffect } from "react";
import { useBench } from "../model/BenchContext.ts";

/**
 * The wheel over the plot zooms at the pointer, with Shift only time, with Alt only value; dragging
 * with the middle button pans; a double-click fits the view again.
 */
export function usePlotZoom(svg: RefObject<SVGSVGElement | null>): void {
  const bench = useBench();
  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    const view = bench.plot;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const box = element.getBoundingClientRect();
      const delta = event.deltaY || event.deltaX;
      const axes = { time: !event.altKey, value: !event.shiftKey };
      view.zoomAt(
        event.clientX - box.left,
        event.clientY - box.top,
        Math.exp(-delta * 0.0015),
        axes,
      );
      bench.clock.invalidate();
    };
    const pan = (event: PointerEvent) => {
      if (event.button !== 1) return;
      event.preventDefault();
      element.setPointerCapture(event.pointerId);
      const move = (moved: PointerEvent) => {
        view.panBy(moved.movementX, moved.movementY);
        bench.clock.invalidate();
      };
      element.addEventListener("pointermove", move);
      const end = () => element.removeEventListener("pointermove", move);
      element.addEventListener("lostpointercapture", end, { once: true });
    };
    const fit = () => bench.fitPlot();
    element.addEventListener("wheel", wheel, { passive: false });
    element.addEventListener("pointerdown", pan);
    element.addEventListener("dblclick", fit);
    return () => {
      element.removeEventListener("wheel", wheel);
      element.removeEventListener("pointerdown", pan);
      element.removeEventListener("dblclick", fit);
    };
  }, [bench, svg]);
}
