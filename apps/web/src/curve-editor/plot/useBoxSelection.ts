import { useDragSession } from "../../ui/useDragSession.ts";
import { useDesk } from "../desk/DeskContext.ts";
import { set } from "./drawPlot.ts";

/** Drawing a box over the ground of the plot selects the points in it; with Shift, they are added. */
export function useBoxSelection(
  svg: { readonly current: SVGSVGElement | null },
  part: (name: string) => SVGElement | null | undefined,
) {
  const desk = useDesk();
  const bind = useDragSession<{ readonly kept: readonly number[] }>({
    start: ({ shift }) =>
      desk.current.kind === "path" ? { kept: shift ? desk.points : [] } : undefined,
    move: ({ kept }, { x, y, dx, dy }) => {
      const frame = svg.current?.getBoundingClientRect();
      const { current, plot } = desk;
      if (!frame || current.kind !== "path") return;
      const [left, right] = [Math.min(x, x - dx) - frame.left, Math.max(x, x - dx) - frame.left];
      const [top, bottom] = [Math.min(y, y - dy) - frame.top, Math.max(y, y - dy) - frame.top];
      set(part("box"), {
        x: left,
        y: top,
        width: right - left,
        height: bottom - top,
        visibility: "visible",
      });
      const inside = current.points.flatMap((point, i) => {
        const [px, py] = [plot.toX(point.x), plot.toY(point.y)];
        return px >= left && px <= right && py >= top && py <= bottom ? [i] : [];
      });
      desk.select([...new Set([...kept, ...inside])].sort((a, b) => a - b));
    },
    end: () => set(part("box"), { visibility: "hidden" }),
    tap: ({ shift }) => {
      if (!shift) desk.select([]);
    },
  });
  return { bind };
}
