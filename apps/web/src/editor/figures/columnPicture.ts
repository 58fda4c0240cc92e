import type { Motion } from "@levitas/core/motion";
import type { FigureHue } from "@levitas/core/study";
import { ROW } from "../axis/laneGeometry.ts";
import type { LaneBar } from "../session/rows.ts";
import { chevron, type Hit, type Mark, type RowPicture } from "../tracks/marks.ts";

/** The keys of a figure that stand at one time. */
export interface Column {
  readonly keyIds: readonly string[];
  /** When they are, ms of the study. */
  readonly time: number;
}

/** What the pointer finds on a figure's own row. */
export type ColumnTarget =
  | { readonly on: "column"; readonly column: Column; readonly count: number }
  | { readonly on: "end"; readonly part: "from" | "to" };

/** The keys of a figure by the time they stand at, in order: those within half a frame are one column. */
export function columnsOf(
  bars: readonly LaneBar[],
  timeOf: (tweenId: string, within: number) => number,
  frameRate: number,
): Column[] {
  const found = new Map<number, { keyIds: string[]; time: number }>();
  for (const { tween, track } of bars) {
    for (const { id, time } of track.keys) {
      const outer = timeOf(tween.id, time);
      const frame = Math.round((outer * frameRate) / 1000);
      const column = found.get(frame);
      if (column) column.keyIds.push(id);
      else found.set(frame, { keyIds: [id], time: outer });
    }
  }
  return [...found.values()].sort((a, b) => a.time - b.time);
}

/** The columns of a figure in a state of the motion; `bars` as they are in that state. */
export function figureColumns(
  motion: Motion,
  figureId: string,
  bars: readonly LaneBar[],
): Column[] {
  return columnsOf(
    bars,
    (id, within) => motion.placements.outer(id, within, figureId),
    motion.study.scene.frameRate,
  );
}

/** A figure's own row: its keys as columns, with grips that stretch all of its motion. */
export function columnPicture(
  columns: readonly Column[],
  {
    hue,
    name,
    view,
    chosen,
    isHovered,
  }: {
    readonly hue: FigureHue;
    readonly name: string;
    readonly view: { readonly toX: (time: number) => number; readonly width: number };
    readonly chosen: ReadonlySet<string>;
    readonly isHovered: boolean;
  },
): RowPicture<ColumnTarget> {
  const height = ROW.figure;
  const ink = `hue-${hue}`;
  const marks: Mark[] = [
    { type: "box", x: 0, y: 0, width: view.width, height, fill: "paper", alpha: 0.6 },
  ];
  const hits: Hit<ColumnTarget>[] = [];
  const [first, last] = [columns[0], columns.at(-1)];
  if (first && last && first !== last)
    for (const [part, x, way] of [
      ["from", view.toX(first.time) - 9, -1],
      ["to", view.toX(last.time) + 9, 1],
    ] as const) {
      if (isHovered) marks.push(chevron(x, height / 2, way, 6));
      hits.push({
        ...{ x: x - 5, y: height / 2 - 8, width: 10, height: 16 },
        target: { on: "end", part },
        cursor: "ew-resize",
        title: `Stretch all of ${name}: every key keeps its proportion`,
      });
    }
  for (const column of columns) {
    const count = column.keyIds.length;
    const width = count > 1 ? 5 : 3;
    const x = view.toX(column.time);
    const isChosen = column.keyIds.every((id) => chosen.has(id));
    marks.push({
      ...{ type: "box", x: x - width / 2, y: 8, width, height: height - 16, radius: 1.5 },
      fill: isChosen ? "ink" : ink,
      alpha: isChosen ? 1 : 0.75,
    });
    hits.push({
      ...{ x: x - 6, y: 0, width: 12, height },
      target: { on: "column", column, count },
      cursor: "ew-resize",
      title:
        count === 1
          ? "1 key: drag to move it"
          : `${count} keys at one time: drag to move them together`,
    });
  }
  return { marks, hits };
}
