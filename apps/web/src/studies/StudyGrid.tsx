import { useVirtualizer } from "@tanstack/react-virtual";
import { type ReactNode, type RefObject, useEffect, useLayoutEffect, useState } from "react";
import type { StudySort } from "../api/studies.ts";
import { Button } from "../ui/Button.tsx";
import { NoStudies } from "./NoStudies.tsx";
import { StudyCard } from "./StudyCard.tsx";
import { useStudyList } from "./useStudies.ts";

const CARD_WIDTH = 290;
const GAP = 16;
const ROW = 248;

/** The cards. Only the rows in view exist, so that thousands of studies stay smooth. */
export function StudyGrid({
  search,
  sort,
  scroller,
}: {
  search: string;
  sort: StudySort;
  scroller: RefObject<HTMLElement | null>;
}): ReactNode {
  const list = useStudyList(search, sort);
  const columns = useColumns(scroller);
  const studies = list.data?.pages.flatMap((page) => page.studies) ?? [];
  const rows = Math.ceil(studies.length / columns);
  const virtual = useVirtualizer({
    count: rows,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW + GAP,
    overscan: 2,
  });
  const items = virtual.getVirtualItems();
  const last = items.at(-1)?.index ?? 0;
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = list;
  useEffect(() => {
    if (last >= rows - 2 && hasNextPage && !isFetchingNextPage) fetchNextPage();
  }, [last, rows, hasNextPage, isFetchingNextPage, fetchNextPage]);

  if (list.isPending) return <p className="text-muted">Reading the studies…</p>;
  if (list.isError && studies.length === 0)
    return (
      <div role="alert">
        <p className="text-fault">{list.error.message}</p>
        <Button className="mt-3" onClick={() => list.refetch()}>
          Try again
        </Button>
      </div>
    );
  if (studies.length === 0) return <NoStudies search={search} />;
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
            height: ROW,
          }}
        >
          {studies.slice(row.index * columns, (row.index + 1) * columns).map((study) => (
            <StudyCard key={study.id} study={study} />
          ))}
        </div>
      ))}
    </div>
  );
}

/** How many cards fit side by side. */
function useColumns(scroller: RefObject<HTMLElement | null>): number {
  const [columns, setColumns] = useState(4);
  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const measure = () =>
      setColumns(Math.max(1, Math.floor((element.clientWidth - 48 + GAP) / (CARD_WIDTH + GAP))));
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [scroller]);
  return columns;
}
