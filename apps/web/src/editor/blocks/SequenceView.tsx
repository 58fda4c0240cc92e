import { useVirtualizer } from "@tanstack/react-virtual";
import { memo, type ReactNode, useLayoutEffect, useMemo, useRef } from "react";
import { MARGIN } from "../axis/laneGeometry.ts";
import { useBenchState, useStudy } from "../session/BenchContext.ts";
import { AddItemMenu } from "./AddItemMenu.tsx";
import { BlockMargin } from "./BlockMargin.tsx";
import { BlockTrack } from "./BlockTrack.tsx";
import { type BlockRow, blockRows } from "./blockRows.ts";
import { HangingLine, TetherCanvas } from "./TetherCanvas.tsx";

const KeptMargin = memo(BlockMargin, sameBlock);
const KeptTrack = memo(BlockTrack, sameBlock);

function sameBlock({ row: a }: { row: BlockRow }, { row: b }: { row: BlockRow }): boolean {
  return a.item === b.item && a.depth === b.depth && a.folded === b.folded && a.height === b.height;
}

/** The whole sequence on one screen: every tween a block, groups folded or open, tethers as dashed lines. */
export function SequenceView(): ReactNode {
  const { sequence } = useStudy();
  const folded = useBenchState((state) => state.folded);
  const rows = useMemo(() => blockRows(sequence, folded), [sequence, folded]);
  const scroller = useRef<HTMLDivElement>(null);
  const hanging = useRef(new HangingLine()).current;
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => rows[index]?.height ?? 0,
    overscan: 3,
  });
  useLayoutEffect(() => virtual.measure(), [rows]);
  return (
    <div className="relative min-h-0 flex-1">
      <div
        ref={scroller}
        className="absolute inset-0 overflow-x-hidden overflow-y-auto"
        data-testid="sequence"
      >
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((visible) => {
            const row = rows[visible.index];
            if (!row) return null;
            return (
              <div
                key={row.item.id}
                data-block-row={row.item.id}
                className={`group/row absolute inset-x-0 flex border-b border-rule ${row.item.disabled ? "opacity-45" : ""}`}
                style={{ height: visible.size, transform: `translateY(${visible.start}px)` }}
              >
                <KeptMargin row={row} />
                <KeptTrack row={row} hanging={hanging} />
              </div>
            );
          })}
        </div>
        {rows.length === 0 ? (
          <p className="p-4 leading-relaxed text-muted" style={{ marginLeft: MARGIN }}>
            Nothing is arranged yet. Set keys on a figure (K at the playhead), and they stand here
            as a block; or add a cue, a freeze or a shake.
          </p>
        ) : null}
        <div className="flex p-2" style={{ width: MARGIN }}>
          <AddItemMenu />
        </div>
      </div>
      <TetherCanvas rows={rows} scroller={scroller} hanging={hanging} />
    </div>
  );
}
