import { type RefObject, useEffect } from "react";
import { onPanDrag } from "../../ui/panDrag.ts";
import { useDesk } from "../desk/DeskContext.ts";

/**
 * The wheel over the plot zooms at the pointer, with Shift only time, with Alt only value; dragging
 * with the middle button, or with Space held, pans.
 */
export function usePlotZoom(svg: RefObject<SVGSVGElement | null>): void {
  const desk = useDesk();
  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    const view = desk.plot;
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
      desk.invalidate();
    };
    element.addEventListener("wheel", wheel, { passive: false });
    const stopPan = onPanDrag(
      element,
      (dx, dy) => {
        view.panBy(dx, dy);
        desk.invalidate();
      },
      () => desk.host.clock.toggle(),
    );
    return () => {
      element.removeEventListener("wheel", wheel);
      stopPan();
    };
  }, [desk, svg]);
}
