import { useVirtualizer } from "@tanstack/react-virtual";
import { type ReactNode, useEffect, useLayoutEffect, useState } from "react";

const GAP = 16;

/** Cards in columns as wide as fit. Only the rows in view exist, so that thousands stay smooth. */
export function CardGrid({
  count,
  card,
  cardWidth,
  rowHeight,
  padding,
  scroller,
  onNearEnd,
}: {
  count: number;
  /** Draws the card with an index below `count`; it brings its own key. */
  card: (index: number) => ReactNode;
  /** The least width of a card, px. */
  cardWidth: number;
  rowHeight: number;
  /** Padding of the scrolling element at both sides together, px. */
  padding: number;
  /**
   * The element that scrolls, as state of whoever draws it; null until it is there. A ref would not do: it is
   * filled after this grid has looked, and filling it draws nothing anew.
   */
  scroller: HTMLElement | null;
  /** Called when the last rows come into view. */
  onNearEnd?: () => void;
}): ReactNode {
  const columns = useColumns(scroller, cardWidth, padding);
  const rows = Math.ceil(count / columns);
  const virtual = useVirtualizer({
    count: rows,
    getScrollElement: () => scroller,
    estimateSize: () => rowHeight + GAP,
    overscan: 2,
  });
  const items = virtual.getVirtualItems();
  const last = items.at(-1)?.index ?? 0;
  useEffect(() => {
    if (last >= rows - 2) onNearEnd?.();
  }, [last, rows, onNearEnd]);
  return (
    <div className="relative" style={{ height: virtual.getTotalSize() }}>
      {items.map((row) => (
        <div
          key={row.key}
          className="absolute inset-x-0 grid"
          style={{
            transform: `translateY(${row.start}px)`,
            gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
            gap: GAP,
            height: rowHeight,
          }}
        >
          {Array.from({ length: Math.min(columns, count - row.index * columns) }, (_, i) =>
            card(row.index * columns + i),
          )}
        </div>
      ))}
    </div>
  );
}

/** How many cards fit side by side. */
function useColumns(scroller: HTMLElement | null, cardWidth: number, padding: number): number {
  const [columns, setColumns] = useState(4);
  useLayoutEffect(() => {
    if (!scroller) return;
    const measure = () => {
      const width = scroller.clientWidth - padding + GAP;
      setColumns(Math.max(1, Math.floor(width / (cardWidth + GAP))));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(scroller);
    return () => observer.disconnect();
  }, [scroller, cardWidth, padding]);
  return columns;
}
