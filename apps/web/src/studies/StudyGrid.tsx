import { type ReactNode, useCallback } from "react";
import type { StudySort } from "../api/studies.ts";
import { Button } from "../ui/Button.tsx";
import { CardGrid } from "../ui/CardGrid.tsx";
import { NoStudies } from "./NoStudies.tsx";
import { StudyCard } from "./StudyCard.tsx";
import { useStudyList } from "./useStudies.ts";

/** The cards. Only the rows in view exist, so that thousands of studies stay smooth. */
export function StudyGrid({
  search,
  sort,
  scroller,
}: {
  search: string;
  sort: StudySort;
  scroller: HTMLElement | null;
}): ReactNode {
  const list = useStudyList(search, sort);
  const studies = list.data?.pages.flatMap((page) => page.studies) ?? [];
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = list;
  const more = useCallback(() => {
    if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage]);

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
    <CardGrid
      count={studies.length}
      card={(index) => {
        const study = studies[index];
        return study ? <StudyCard key={study.id} study={study} /> : null;
      }}
      cardWidth={290}
      rowHeight={248}
      padding={48}
      scroller={scroller}
      onNearEnd={more}
    />
  );
}
