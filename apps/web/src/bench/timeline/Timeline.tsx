import { useVirtualizer } from "@tanstack/react-virtual";
import { memo, type ReactNode, useLayoutEffect, useMemo, useRef } from "react";
import { useBench, useStudy } from "../model/BenchContext.ts";
import { AddFigureMenu } from "./AddFigureMenu.tsx";
import { FigureRow } from "./FigureRow.tsx";
import { LaneRow } from "./LaneRow.tsx";
import { MARGIN, ROW } from "./laneGeometry.ts";
import { PlayheadLine } from "./PlayheadLine.tsx";
import { Ruler } from "./Ruler.tsx";
import { sameRow, timelineRows } from "./rows.ts";
import { useTimelineZoom } from "./useTimelineZoom.ts";

const KeptFigureRow = memo(FigureRow, sameRow);
const KeptLaneRow = memo(LaneRow, sameRow);

/** One ruler, one playhead, and a lane for every channel that moves. */
export function Timeline(): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const rows = useMemo(() => timelineRows(study), [study]);
  const scroller = useRef<HTMLDivElement>(null);
  const track = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => (rows[index]?.kind === "figure" ? ROW.figure : ROW.lane),
    overscan: 6,
  });
  // Row heights follow the kinds of the rows.
  useLayoutEffect(() => virtual.measure(), [rows]);

  useLayoutEffect(() => {
    const element = track.current;
    if (!element) return;
    let fitted = false;
    const measure = () => {
      bench.view.resize(element.clientWidth);
      if (!fitted) bench.view.fit(0, bench.motion.duration);
      fitted = true;
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
      className="relative flex min-h-0 flex-1 flex-col bg-raised"
      ref={zoom}
    >
      <Ruler />
      <div ref={scroller} className="relative min-h-0 flex-1 overflow-x-hidden overflow-y-auto">
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const row = rows[item.index];
            if (!row) return null;
            const name =
              row.kind === "figure" ? row.figure.id : `${row.figure.id} ${row.channel.id}`;
            return (
              <div
                key={name}
                className="absolute inset-x-0 flex border-b border-rule"
                style={{ height: item.size, transform: `translateY(${item.start}px)` }}
              >
                {row.kind === "figure" ? <KeptFigureRow row={row} /> : <KeptLaneRow row={row} />}
              </div>
            );
          })}
        </div>
        <div className="flex">
          <div className="flex items-center p-2" style={{ width: MARGIN }}>
            <AddFigureMenu />
          </div>
        </div>
      </div>
      <div
        ref={track}
        className="pointer-events-none absolute inset-y-0 right-0 overflow-hidden"
        style={{ left: MARGIN }}
      >
        <PlayheadLine />
      </div>
    </section>
  );
}
