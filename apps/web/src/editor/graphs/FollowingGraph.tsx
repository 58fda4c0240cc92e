import { memo, type ReactNode } from "react";
import { ROW } from "../axis/laneGeometry.ts";
import { useBench } from "../session/BenchContext.ts";
import { type Row, sameRow } from "../session/rows.ts";
import { GraphRow } from "./GraphRow.tsx";

const KeptGraphRow = memo(GraphRow, sameRow);

/** Height of the line over the graph, px. */
const HEAD = 24;

/** The graph of the selected channel in the free space below the lanes. It opens by itself while there is room. */
export function FollowingGraph({
  row,
}: {
  row: Extract<Row, { kind: "lane" | "graph" }>;
}): ReactNode {
  const bench = useBench();
  return (
    <section
      aria-label={`Graph of ${row.figure.name} ${row.channel.label}, following the selection`}
      className="shrink-0 border-t border-edge/50"
      style={{ height: HEAD + ROW.graph }}
    >
      <div
        className="flex items-center gap-2 border-b border-rule bg-paper px-3 text-[12px]"
        style={{ height: HEAD }}
      >
        <h3 className="font-semibold">
          {row.figure.name} · {row.channel.label}
        </h3>
        <span className="truncate text-muted">opens by itself when there is room</span>
        <button
          type="button"
          aria-pressed
          title="The graph follows the selected channel: click to close it"
          onClick={() => bench.store.setState({ graphFollows: false })}
          className="ml-auto rounded-md border border-spruce bg-spruce-pale px-1.5 text-spruce"
        >
          follows ✓
        </button>
      </div>
      <div className="flex">
        <KeptGraphRow row={row} />
      </div>
    </section>
  );
}
