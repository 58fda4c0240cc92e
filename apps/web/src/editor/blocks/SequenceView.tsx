import { useVirtualizer } from "@tanstack/react-virtual";
import { memo, type ReactNode, type RefObject, useLayoutEffect, useMemo, useRef } from "react";
import { textWidth } from "../../ui/textWidth.ts";
import { MARGIN } from "../axis/laneGeometry.ts";
import { overlapsOf } from "../lanes/OverlapPanel.tsx";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";
import type { Bench } from "../session/bench.ts";
import { TrackCanvas, type TrackFinder, type TrackRows } from "../tracks/TrackCanvas.tsx";
import { AddItemMenu } from "./AddItemMenu.tsx";
import { BlockCell } from "./BlockCell.tsx";
import { BlockMargin } from "./BlockMargin.tsx";
import { chooseBlock, grabBlock } from "./blockHands.ts";
import { type BlockTarget, blockPicture, shownLayer } from "./blockPicture.ts";
import { type BlockRow, blockRows } from "./blockRows.ts";
import { HangingLine, TetherCanvas } from "./TetherCanvas.tsx";

const KeptMargin = memo(BlockMargin, sameBlock);
const KeptCell = memo(BlockCell, sameBlock);

/** How long a cue is lit when it is heard, ms. */
const LIT = 150;

type Finder = RefObject<TrackFinder<BlockRow, BlockTarget> | null>;

function sameBlock({ row: a }: { row: BlockRow }, { row: b }: { row: BlockRow }): boolean {
  return a.item === b.item && a.depth === b.depth && a.folded === b.folded && a.height === b.height;
}

/** The whole sequence on one screen: every tween a block, groups folded or open, tethers as dashed lines. */
export function SequenceView(): ReactNode {
  const bench = useBench();
  const { sequence } = useStudy();
  const folded = useBenchState((state) => state.folded);
  const rows = useMemo(() => blockRows(sequence, folded), [sequence, folded]);
  const scroller = useRef<HTMLDivElement>(null);
  const finder: Finder = useRef(null);
  const hanging = useRef(new HangingLine()).current;
  const of = useMemo(() => sequenceRowsOf(bench, hanging, finder), [bench, hanging]);
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
          <TrackCanvas
            name="The blocks"
            rows={rows}
            places={rows}
            scroller={scroller}
            // A cue lights up as it is heard.
            topics={["motion", "axis", "state", "drag", "time"]}
            of={of}
            finder={finder}
          />
          {virtual.getVirtualItems().map((visible) => {
            const row = rows[visible.index];
            if (!row) return null;
            return (
              <div
                key={row.item.id}
                data-block-row={row.item.id}
                className={`pointer-events-none absolute inset-x-0 flex border-b border-rule ${row.item.disabled ? "opacity-45" : ""}`}
                style={{ height: visible.size, top: visible.start }}
              >
                <KeptMargin row={row} />
                <KeptCell row={row} />
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

function sequenceRowsOf(
  bench: Bench,
  hanging: HangingLine,
  finder: Finder,
): TrackRows<BlockRow, BlockTarget> {
  const contended = contendedTimes(bench);
  const isChosen = (id: string) => bench.selection.items?.includes(id) ?? false;
  const hueOf = ({ item }: BlockRow) => {
    const first = item.type === "tween" ? item.figures[0] : undefined;
    return bench.study.figures.find(({ id }) => id === first)?.hue ?? "slate";
  };
  const isLit = (row: BlockRow, time: number) => {
    if (row.item.type !== "cue") return false;
    const heard = bench.motion.cueTime(row.item.id);
    return heard !== undefined && time >= heard && time < heard + LIT;
  };
  return {
    idOf: ({ item }) => item.id,
    dependencies: (row, { motion, time }, hovered) => {
      const { view } = bench;
      const placed = motion.placements.byId.get(row.item.id);
      const item = placed?.item;
      return [
        ...[placed, row.folded, row.height, hueOf(row), isChosen(row.item.id), hovered],
        ...[view.from, view.scale, view.width, motion.study.curves, contended(row.item.id)],
        item?.type === "tween" ? shownLayer(motion, item) : undefined,
        // A cue is heard, and a folded group looks, as other items have it.
        item?.type === "cue" || row.folded ? motion : undefined,
        isLit(row, time),
      ];
    },
    picture: (row, { motion, time }, isHovered) => {
      const { view } = bench;
      const placed = motion.placements.byId.get(row.item.id);
      if (!placed) return { marks: [], hits: [] };
      return blockPicture({
        ...{ row, placed, motion, isHovered },
        view: { toX: (at) => view.toX(at), width: view.width, scale: view.scale },
        hue: hueOf(row),
        isChosen: isChosen(row.item.id),
        isLit: isLit(row, time),
        contended: contended(row.item.id),
        widthOf: textWidth,
      });
    },
    grab: (found) =>
      found &&
      grabBlock(bench, found.row, found.hit?.target, hanging, (x, y) => finder.current?.at(x, y)),
    tap: (found, { shift }) => {
      if (found?.hit) chooseBlock(bench, found.row.item.id, shift);
    },
    doubleClick: ({ row: { item }, hit }) => {
      if (hit?.target.on === "block" && item.type === "group") bench.fold(item.id);
    },
  };
}

/** Where another tween drives the same channel as an item; looked for when things rest. */
function contendedTimes(
  bench: Bench,
): (id: string) => readonly { readonly from: number; readonly to: number }[] {
  const none: readonly { readonly from: number; readonly to: number }[] = [];
  let known: { motion: unknown; of: Map<string, { from: number; to: number }[]> } = {
    motion: null,
    of: new Map(),
  };
  return (id) => {
    const { motion } = bench;
    if (known.motion !== motion && !bench.dragging) {
      const of = new Map<string, { from: number; to: number }[]>();
      for (const { winner, loser, from, to } of overlapsOf(motion))
        for (const one of [winner, loser]) of.set(one, [...(of.get(one) ?? []), { from, to }]);
      known = { motion, of };
    }
    return known.of.get(id) ?? none;
  };
}
