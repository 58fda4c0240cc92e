import { moveKeys } from "@levitas/core/edit";
import type { ReactNode } from "react";
import { ROW } from "../axis/laneGeometry.ts";
import { useBench } from "../session/BenchContext.ts";
import type { Row } from "../session/rows.ts";
import { type Stop, TrackCursor } from "../tracks/TrackCursor.tsx";
import { chooseColumn } from "./columnHands.ts";
import { type Column, figureColumns } from "./columnPicture.ts";

/** The time axis of a figure's own row, over the canvas it is painted on: where the keyboard is. */
export function ColumnCell({ row }: { row: Extract<Row, { kind: "figure" }> }): ReactNode {
  const bench = useBench();
  const { figure, bars } = row;
  const columns = () => figureColumns(bench.motion, figure.id, bars);
  const nameOf = ({ keyIds: [first] }: Column) => first ?? "";
  const stops = (): Stop[] =>
    columns().map((column, i, { length }) => {
      const count = column.keyIds.length === 1 ? "1 key" : `${column.keyIds.length} keys`;
      const isChosen = column.keyIds.every((id) => bench.selection.keys.includes(id));
      const words = `Column ${i + 1} of ${length}, ${Math.round(column.time)} ms, ${count}`;
      return {
        id: nameOf(column),
        time: column.time,
        words: isChosen ? `${words}, chosen` : words,
      };
    });
  const columnAt = ({ id }: Stop) => columns().find((column) => nameOf(column) === id);
  return (
    // biome-ignore lint/a11y/useSemanticElements: what it groups is painted, not a part of a form
    <div
      role="group"
      aria-label={`Key columns of ${figure.name}`}
      className="relative min-w-0 flex-1"
    >
      {bars.length > 0 ? (
        <TrackCursor
          label={`Columns of ${figure.name}`}
          height={ROW.figure}
          stops={stops}
          choose={(stop, add) => {
            const column = columnAt(stop);
            if (column) chooseColumn(bench, figure, column, add);
          }}
          move={(stop, { time }) => {
            const column = columnAt(stop);
            if (column) bench.perform(moveKeys, { keyIds: column.keyIds, time });
          }}
        />
      ) : null}
    </div>
  );
}
