import { useVirtualizer } from "@tanstack/react-virtual";
import {
  type CSSProperties,
  lazy,
  memo,
  type ReactNode,
  Suspense,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import { MarginGrip } from "./arrangement/MarginGrip.tsx";
import { isNumeric, MARGIN, ROW } from "./axis/laneGeometry.ts";
import { PlayheadLine } from "./axis/PlayheadLine.tsx";
import { Ruler } from "./axis/Ruler.tsx";
import { useTimelineZoom } from "./axis/useTimelineZoom.ts";
import { AddFigureMenu } from "./figures/AddFigureMenu.tsx";
import { FigureRow } from "./figures/FigureRow.tsx";
import { KeyBar } from "./keys/KeyBar.tsx";
import { KEY_BOX } from "./keys/keyBox.ts";
import { LaneRow } from "./lanes/LaneRow.tsx";
import { RangeStrip } from "./RangeStrip.tsx";
import { RecipePanel } from "./recipes/RecipePanel.tsx";
import { useBench, useBenchState, useStudy } from "./session/BenchContext.ts";
import { laneName, sameRow, timelineRows } from "./session/rows.ts";
import { TimelineCanvas } from "./TimelineCanvas.tsx";
import { rowPlaces } from "./tracks/marks.ts";

const KeptFigureRow = memo(FigureRow, sameRow);
const KeptLaneRow = memo(LaneRow, sameRow);
// Graphs come when the first lane is unfolded.
const GraphRow = lazy(async () => ({ default: (await import("./graphs/GraphRow.tsx")).GraphRow }));
// The sequence as blocks comes when it is first looked at.
const SequenceView = lazy(async () => ({
  default: (await import("./blocks/SequenceView.tsx")).SequenceView,
}));
const BusyStrip = lazy(async () => ({
  default: (await import("./blocks/BusyStrip.tsx")).BusyStrip,
}));
const BlockBar = lazy(async () => ({
  default: (await import("./blocks/BlockBar.tsx")).BlockBar,
}));
const FollowerRow = lazy(async () => ({
  default: (await import("./followers/FollowerRow.tsx")).FollowerRow,
}));
const FollowingGraph = lazy(async () => ({
  default: (await import("./graphs/FollowingGraph.tsx")).FollowingGraph,
}));
const KeptGraphRow = memo(GraphRow, sameRow);

/** What the following graph takes of the room, and what lies under the last lane, px. */
const FOLLOWING = { graph: ROW.graph + 24, foot: 44 } as const;

/** One ruler, one playhead, and a lane for every channel that moves. */
export function Timeline(): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const unfolded = useBenchState((state) => state.unfolded);
  const arranging = useBenchState((state) => state.arranging);
  const margin = useBenchState((state) => state.margin);
  const rows = useMemo(
    // What is not looked at need not follow.
    () => (arranging ? [] : timelineRows(study, unfolded)),
    [study, unfolded, arranging],
  );
  const places = useMemo(() => rowPlaces(rows.map(({ kind }) => ROW[kind])), [rows]);
  const scroller = useRef<HTMLDivElement>(null);
  const track = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => ROW[rows[index]?.kind ?? "lane"],
    overscan: 2,
  });
  // Row heights follow the kinds of the rows.
  useLayoutEffect(() => virtual.measure(), [rows]);

  const graphFollows = useBenchState((state) => state.graphFollows);
  const selected = useBenchState(({ selection }) =>
    selection.figure === null || selection.channel === null
      ? null
      : laneName(selection.figure, selection.channel),
  );
  /** Height of what lies between the strips at the top and the bar at the foot, px. */
  const [room, setRoom] = useState(0);
  const body = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const element = body.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setRoom(element.clientHeight));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const following = useMemo(() => {
    const row = rows.find(
      (each) => each.kind === "lane" && laneName(each.figure.id, each.channel.id) === selected,
    );
    return row?.kind === "lane" && isNumeric(row.channel) && !row.unfolded
      ? { ...row, kind: "graph" as const }
      : undefined;
  }, [rows, selected]);
  const hasRoom = room - virtual.getTotalSize() >= FOLLOWING.graph + FOLLOWING.foot;
  const follows = graphFollows && hasRoom && !arranging;

  useLayoutEffect(() => {
    const element = track.current;
    if (!element) return;
    let fit: { readonly from: number; readonly scale: number } | undefined;
    const measure = () => {
      // Before the first layout there is no width to fit anything into.
      if (element.clientWidth <= 0) return;
      const { view } = bench;
      // All is in view until a person looks at a part of it.
      const untouched = !fit || (fit.from === view.from && fit.scale === view.scale);
      view.resize(element.clientWidth);
      if (!untouched) return;
      view.fit(0, bench.motion.duration);
      fit = { from: view.from, scale: view.scale };
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [bench]);
  const zoom = useTimelineZoom(scroller);

  return (
    <section
      aria-label="Timeline"
      className="relative flex min-h-0 min-w-0 flex-1 flex-col bg-raised"
      ref={zoom}
      style={{ "--margin": `${margin}px` } as CSSProperties}
    >
      <Ruler />
      <RangeStrip />
      <div ref={body} className="flex min-h-0 flex-1 flex-col">
        {arranging ? (
          <Suspense fallback={<div className="flex-1" />}>
            <BusyStrip />
            <SequenceView />
          </Suspense>
        ) : null}
        <div
          ref={scroller}
          className={`relative min-h-0 flex-1 overflow-x-hidden overflow-y-auto ${arranging ? "hidden" : ""}`}
        >
          <div className="relative" style={{ height: virtual.getTotalSize() }}>
            <TimelineCanvas rows={rows} places={places} scroller={scroller} />
            {virtual.getVirtualItems().map((item) => {
              const row = rows[item.index];
              if (!row) return null;
              const name =
                row.kind === "figure"
                  ? row.figure.id
                  : `${row.figure.id} ${row.channel.id} ${row.kind}`;
              return (
                <div
                  key={name}
                  {...(row.kind === "figure" ? { "data-figure-row": row.figure.id } : {})}
                  className={`absolute inset-x-0 flex border-b border-rule ${row.kind === "lane" || row.kind === "figure" ? "pointer-events-none" : ""}`}
                  style={{ height: item.size, top: item.start }}
                >
                  {row.kind === "figure" ? (
                    <KeptFigureRow row={row} />
                  ) : row.kind === "follower" ? (
                    <Suspense fallback={null}>
                      <FollowerRow figure={row.figure} follower={row.follower} />
                    </Suspense>
                  ) : row.kind === "lane" ? (
                    <KeptLaneRow row={row} />
                  ) : (
                    <Suspense fallback={null}>
                      <KeptGraphRow row={row} />
                    </Suspense>
                  )}
                </div>
              );
            })}
          </div>
          <div className="flex">
            <div className="flex items-center gap-1 p-2" style={{ width: MARGIN }}>
              <AddFigureMenu />
              <RecipePanel />
              {following && hasRoom && !graphFollows ? (
                <button
                  type="button"
                  title="Show the graph of the selected channel here while there is room"
                  onClick={() => bench.store.setState({ graphFollows: true })}
                  className="ml-auto rounded-md px-1.5 text-[12px] text-muted hover:bg-sunk hover:text-ink"
                >
                  Graph
                </button>
              ) : null}
            </div>
          </div>
        </div>
        {follows && following ? (
          <Suspense fallback={null}>
            <FollowingGraph
              key={laneName(following.figure.id, following.channel.id)}
              row={following}
            />
          </Suspense>
        ) : null}
      </div>
      <div
        ref={track}
        className="pointer-events-none absolute top-0 right-0 bottom-10 overflow-hidden"
        style={{ left: MARGIN }}
      >
        <PlayheadLine />
        <div
          id={KEY_BOX}
          className="invisible absolute top-0 left-0 border border-spruce bg-spruce/10"
        />
      </div>
      <MarginGrip />
      {arranging ? (
        <Suspense fallback={<div className="h-10" />}>
          <BlockBar />
        </Suspense>
      ) : (
        <KeyBar />
      )}
    </section>
  );
}
