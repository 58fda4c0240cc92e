import { type RefObject, useEffect } from "react";
import { onPanDrag } from "../../ui/panDrag.ts";
import { useBench } from "../model/BenchContext.ts";

/**
 * The wheel over the plot zooms at the pointer, with Shift only time, with Alt only value; dragging
 * with the middle button, or with Space held, pans; a double-click fits the view again.
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
    const fit = () => bench.fitPlot();
    element.addEventListener("wheel", wheel, { passive: false });
    const stopPan = onPanDrag(
      element,
      (dx, dy) => {
        view.panBy(dx, dy);
        bench.clock.invalidate();
      },
      () => bench.clock.toggle(),
    );
    element.addEventListener("dblclick", fit);
    return () => {
      element.removeEventListener("wheel", wheel);
      stopPan();
      element.removeEventListener("dblclick", fit);
    };
  }, [bench, svg]);
}
