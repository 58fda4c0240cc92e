import { moveItems, setItems, trimTween } from "@levitas/core/edit";
import type { ReactNode } from "react";
import { overlapsOf } from "../lanes/OverlapPanel.tsx";
import { useBench } from "../session/BenchContext.ts";
import { type Nudge, type Stop, TrackCursor } from "../tracks/TrackCursor.tsx";
import { chooseBlock, movedWith } from "./blockHands.ts";
import { blockNotes, passOf } from "./blockPicture.ts";
import { type BlockRow, fanOf } from "./blockRows.ts";

/** The line of a block, over the canvas it is painted on: where the keyboard is. */
export function BlockCell({ row }: { row: BlockRow }): ReactNode {
  const bench = useBench();
  const { item, height } = row;
  const { id, name } = item;
  const tween = item.type === "tween" && item.tracks.length > 0 ? item : undefined;
  const isFan = fanOf(item) > 0;
  /** The block with its edges, as they are now. */
  const stops = (): Stop[] => {
    const { motion, selection } = bench;
    const placed = motion.placements.byId.get(id);
    if (!placed) return [];
    const { from, to } = passOf(motion, placed);
    const isChosen = selection.items?.includes(id) ? "chosen" : "";
    const figures = isFan && tween ? `a fan of ${tween.figures.length}` : "";
    const span = from === to ? at(from) : `${at(from)} to ${at(to)}`;
    const contends = overlapsOf(motion)
      .filter(({ winner, loser }) => winner === id || loser === id)
      .map((overlap) => `overlaps from ${at(overlap.from)} to ${at(overlap.to)}`);
    const words = [name, span, blockNotes(item), figures, ...contends, isChosen]
      .filter(Boolean)
      .join(", ");
    const block: Stop = { id: "block", time: (from + to) / 2, words };
    if (!tween) return [block];
    const start: Stop = {
      ...{ id: "start", time: from },
      words: `Start of ${name}, ${at(from)}: move it to trim`,
    };
    const end: Stop = isFan
      ? { id: "fan", time: to, words: `Far end of the fan of ${name}: move it to spread` }
      : { id: "end", time: to, words: `End of ${name}, ${at(to)}: move it to trim` };
    return [start, block, end];
  };
  const move = ({ id: stop, time }: Stop, { time: by }: Nudge) => {
    if (stop === "block") bench.perform(moveItems, { ids: movedWith(bench, id), by });
    else if (stop !== "fan")
      bench.perform(trimTween, {
        ...{ tweenId: id, time: time + by },
        edge: stop === "start" ? "start" : "end",
      });
    else if (tween?.stagger?.gap !== undefined) {
      const gap = Math.max(tween.stagger.gap + by / (tween.figures.length - 1), 0);
      bench.perform(setItems, { ids: [id], set: { stagger: { ...tween.stagger, gap } } });
    }
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: what it groups is painted, not a part of a form
    <div role="group" aria-label={`Block of ${name}`} className="relative min-w-0 flex-1">
      <TrackCursor
        label={`Block ${name}`}
        height={height}
        stops={stops}
        choose={(_, add) => chooseBlock(bench, id, add)}
        move={move}
      />
    </div>
  );
}

const at = (time: number) => `${Math.round(time)} ms`;
