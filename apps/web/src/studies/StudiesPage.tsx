import type { Study } from "@levitas/core/study";
import { lazy, type ReactNode, Suspense, useDeferredValue, useState } from "react";
import { withLists } from "../api/Lists.tsx";
import { createStudy, readStoredStudy, type StudySort } from "../api/studies.ts";
import { bring, useIsBringing } from "../bring/bringing.ts";
import { useDropped } from "../bring/useDropped.ts";
import { LeftWork } from "../keeping/LeftWork.tsx";
import { Header } from "../shell/Header.tsx";
import { Nav } from "../shell/Nav.tsx";
import { Button } from "../ui/Button.tsx";
import { SearchIcon } from "../ui/icons.tsx";
import { Segmented } from "../ui/Segmented.tsx";
import { NewStudyMenu } from "./NewStudyMenu.tsx";
import { StudyGrid } from "./StudyGrid.tsx";
import { useImport } from "./useImport.ts";

const SORTS = [
  { value: "changed", text: "Last changed" },
  { value: "name", text: "Name" },
  { value: "duration", text: "Duration" },
] as const;

const BringStudy = lazy(async () => ({ default: (await import("./BringStudy.tsx")).BringStudy }));

/** All studies as cards that play when pointed at. */
export const StudiesPage = withLists(Page);

function Page(): ReactNode {
  const [search, setSearch] = useState("");
  const [sort, setSort] = useState<StudySort>("changed");
  const wanted = useDeferredValue(search.trim());
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const { takeStudy } = useImport();
  const isBringing = useIsBringing();
  useDropped(takeStudy);
  return (
    <div className="flex h-full flex-col">
      <title>Studies, Levitas</title>
      <Header
        actions={
          <>
            <Button onClick={() => bring()}>Bring in…</Button>
            <NewStudyMenu />
          </>
        }
      >
        <span className="text-[15px] font-semibold">Levitas</span>
        <Nav />
        <label className="relative ml-4 flex items-center">
          <span className="absolute left-2.5 text-muted">
            <SearchIcon size={14} />
          </span>
          <input
            type="search"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            placeholder="Find a study"
            aria-label="Find a study"
            className="h-8 w-56 rounded-lg border border-edge/50 bg-raised pr-2 pl-8 placeholder:text-muted"
          />
        </label>
        <Segmented label="Order" value={sort} options={SORTS} onChange={setSort} />
      </Header>
      <LeftWork<Study>
        kind="study"
        list="studies"
        read={readStoredStudy}
        nameOf={({ name }) => name}
        keepAsNew={(document) => createStudy({ document })}
      />
      <main ref={setScroller} className="min-h-0 flex-1 overflow-y-auto px-6 py-5">
        <h1 className="sr-only">Studies</h1>
        <StudyGrid search={wanted} sort={sort} scroller={scroller} />
      </main>
      {isBringing ? (
        <Suspense fallback={null}>
          <BringStudy />
        </Suspense>
      ) : null}
    </div>
  );
}
