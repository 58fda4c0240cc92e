import type { ReactNode } from "react";
import { useDragSession } from "../../ui/useDragSession.ts";
import { DEFAULT_MARGIN, keepMargin, MARGIN_RANGE } from "../session/arrangement.ts";
import { useBench, useBenchState } from "../session/BenchContext.ts";

/** At the edge of the timeline's margin: dragged, it gives the names more room or less. */
export function MarginGrip(): ReactNode {
  const bench = useBench();
  const margin = useBenchState((state) => state.margin);
  const set = (next: number, kept: boolean) => {
    const { min, max } = MARGIN_RANGE;
    const legal = Math.round(Math.min(Math.max(next, min), max));
    bench.store.setState({ margin: legal });
    if (kept) keepMargin(innerWidth, legal);
  };
  const bind = useDragSession<{ readonly from: number }>({
    start: () => ({ from: bench.store.getState().margin }),
    move: ({ from }, { dx }) => set(from + dx, false),
    end: ({ from }, cancelled) => set(cancelled ? from : bench.store.getState().margin, true),
  });
  return (
    // biome-ignore lint/a11y/useSemanticElements: a separator that is moved is no line of text
    <div
      {...bind()}
      role="separator"
      aria-orientation="vertical"
      aria-label="Width of the names"
      aria-valuenow={margin}
      aria-valuemin={MARGIN_RANGE.min}
      aria-valuemax={MARGIN_RANGE.max}
      tabIndex={0}
      title="Drag for more room for the names, double-click for the default"
      onDoubleClick={() => set(DEFAULT_MARGIN, true)}
      onKeyDown={(event) => {
        const way = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
        if (way === 0) return;
        event.preventDefault();
        event.stopPropagation();
        set(margin + way * (event.shiftKey ? 40 : 8), true);
      }}
      className="absolute inset-y-0 z-20 w-1.5 -translate-x-1/2 cursor-col-resize touch-none outline-none hover:bg-edge/40 focus-visible:bg-spruce"
      style={{ left: "var(--margin)" }}
    />
  );
}
