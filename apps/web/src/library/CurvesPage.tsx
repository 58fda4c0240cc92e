import type { Curve } from "@levitas/core/curve";
import type { NamedCurve, Platform } from "@levitas/core/format";
import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { useStore } from "zustand";
import { createCurve, readStoredCurve } from "../api/curves.ts";
import { withLists } from "../api/Lists.tsx";
import { curveQueries } from "../api/queries.ts";
import { Clock } from "../clock/clock.ts";
import { STOCK } from "../curve-editor/stock.ts";
import { withWorker } from "../curve-editor/worker/curveWorker.ts";
import { LeftWork } from "../keeping/LeftWork.tsx";
import { Header } from "../shell/Header.tsx";
import { Nav } from "../shell/Nav.tsx";
import { Button } from "../ui/Button.tsx";
import { CardGrid } from "../ui/CardGrid.tsx";
import { DragTip } from "../ui/dragTip.tsx";
import { PauseIcon, PlayIcon, PlusIcon } from "../ui/icons.tsx";
import { say } from "../ui/notices.tsx";
import { CollectionMenu } from "./CollectionMenu.tsx";
import { CurveCard } from "./CurveCard.tsx";
import { REST, RUN } from "./cycle.ts";
import { allEntries, type Entry, matching, NO_FILTER } from "./entries.ts";
import { Filters } from "./Filters.tsx";
import { LineupPanel } from "./lineup/LineupPanel.tsx";
import { LETTERS, lineup, toggleRacer } from "./lineup/lineup.ts";
import { PasteCurve } from "./PasteCurve.tsx";
import { tryAddress } from "./roomAddress.ts";
import type { ShowOn } from "./standIn.ts";

const NEW_CURVE: Curve = { kind: "cubic-bezier", x1: 0.3, y1: 0, x2: 0.2, y2: 1 };

/** The whole stock of curves and one's own, to look through, race and open. */
export const CurvesPage = withLists(Page);

function Page(): ReactNode {
  const own = useQuery(curveQueries.own());
  const [filter, setFilter] = useState(NO_FILTER);
  const [showOn, setShowOn] = useState<ShowOn>("position");
  const [playing, setPlaying] = useState(false);
  const wanted = useDeferredValue(filter);
  const entries = useMemo(() => allEntries(STOCK, own.data ?? []), [own.data]);
  const platforms = usePlatforms(entries);
  const shown = useMemo(() => matching(entries, wanted, platforms), [entries, wanted, platforms]);
  const clock = useMemo(() => {
    const made = new Clock();
    made.setDuration(RUN + REST);
    return made;
  }, []);
  useEffect(() => {
    clock.play();
    return () => clock.dispose();
  }, [clock]);
  const racers = useStore(lineup, (state) => state.racers);
  const choose = useCallback(({ id, name, detail, curve, own: kept }: Entry) => {
    const title = `${name} ${kept ? "" : detail}`.trim();
    if (!toggleRacer({ id, name: title, curve }))
      say("Six curves race already. Take one out first.");
  }, []);
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  return (
    <div className="flex h-full flex-col">
      <title>Curves, Levitas</title>
      <Header
        actions={
          <>
            <Button aria-pressed={playing} onClick={() => setPlaying(!playing)}>
              {playing ? <PauseIcon size={12} /> : <PlayIcon size={12} />}
              {playing ? "Stop all" : "Play all"}
            </Button>
            <CollectionMenu own={own.data ?? []} />
            <PasteCurve />
            <Link
              to={tryAddress(NEW_CURVE)}
              className="inline-flex h-8 shrink-0 items-center gap-1.5 rounded-lg border border-spruce bg-spruce px-3 text-[13.5px] whitespace-nowrap text-on-spruce hover:brightness-110"
            >
              <PlusIcon size={14} />
              New curve
            </Link>
          </>
        }
      >
        <span className="text-[15px] font-semibold">Levitas</span>
        <Nav />
      </Header>
      <LeftWork<NamedCurve>
        kind="curve"
        list="curves"
        read={readStoredCurve}
        nameOf={({ name }) => name}
        keepAsNew={createCurve}
      />
      <div className="flex min-h-0 flex-1">
        <Filters filter={filter} onFilter={setFilter} showOn={showOn} onShowOn={setShowOn} />
        <div className="flex min-w-0 flex-1 flex-col">
          <main ref={setScroller} className="min-h-0 flex-1 overflow-y-auto px-4 py-4">
            <h1 className="sr-only">Curves</h1>
            {own.isError ? (
              <p role="alert" className="mb-3 text-fault">
                {own.error.message}{" "}
                <Button size="small" onClick={() => own.refetch()}>
                  Try again
                </Button>
              </p>
            ) : null}
            {shown.length === 0 ? (
              <p className="text-muted">
                No curve is like that. Take a word away on the left, or draw it: New curve.
              </p>
            ) : null}
            <CardGrid
              count={shown.length}
              card={(index) => {
                const entry = shown[index];
                if (!entry) return null;
                const place = racers.findIndex((racer) => racer.id === entry.id);
                return (
                  <CurveCard
                    key={entry.id}
                    entry={entry}
                    clock={clock}
                    playing={playing}
                    showOn={showOn}
                    letter={LETTERS[place]}
                    platform={platforms.get(entry.curve)}
                    onChoose={choose}
                  />
                );
              }}
              cardWidth={236}
              rowHeight={192}
              padding={32}
              scroller={scroller}
            />
          </main>
          <LineupPanel entries={entries} />
        </div>
      </div>
      <DragTip />
    </div>
  );
}

/** What can run each curve: worked out aside, because it means fitting them all. */
function usePlatforms(entries: readonly Entry[]): ReadonlyMap<Curve, Platform> {
  const { data } = useQuery({
    queryKey: ["platforms", entries.map(({ id, own }) => `${id} ${own?.revision ?? 0}`)],
    queryFn: async () => {
      const curves = entries.map((entry) => entry.curve);
      const found = await withWorker((worker) => worker.platforms(curves));
      return new Map(curves.map((curve, i) => [curve, found[i] as Platform]));
    },
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: (before) => before,
  });
  return data ?? NONE;
}

const NONE: ReadonlyMap<Curve, Platform> = new Map();
