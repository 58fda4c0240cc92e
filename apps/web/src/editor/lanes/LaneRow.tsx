import type { ReactNode } from "react";
import { ChevronIcon } from "../../ui/icons.tsx";
import { leaveFocus } from "../../ui/pointerFocus.ts";
import { isNumeric, MARGIN } from "../axis/laneGeometry.ts";
import { useBench, useBenchState } from "../session/BenchContext.ts";
import { laneName, type Row } from "../session/rows.ts";
import { LaneCell } from "./LaneCell.tsx";
import { SwitchAtPlayhead } from "./SwitchAtPlayhead.tsx";
import { ValueAtPlayhead } from "./ValueAtPlayhead.tsx";

/** One channel: its name and value at the playhead in the margin, its bars on the time axis. */
export function LaneRow({ row }: { row: Extract<Row, { kind: "lane" | "graph" }> }): ReactNode {
  const bench = useBench();
  const { figure, channel, bars, unfolded } = row;
  const selected = useBenchState(
    ({ selection }) => selection.figure === figure.id && selection.channel === channel.id,
  );
  const [first] = bars;
  const select = () => {
    const key =
      first?.track.keys.length && first.track.keys.length > 1 ? first.track.keys[0] : null;
    bench.select({ figure: figure.id, channel: channel.id, span: key?.id ?? null, keys: [] });
  };
  return (
    <>
      <div
        className="pointer-events-auto relative flex shrink-0 items-center gap-1 border-r border-rule bg-paper pr-2 pl-2.5"
        style={{ width: MARGIN }}
      >
        {selected ? <span className="absolute inset-y-0 left-0 w-1 bg-spruce" /> : null}
        {isNumeric(channel) ? (
          <button
            type="button"
            aria-expanded={unfolded}
            aria-label={`Graph of ${figure.name} ${channel.label}`}
            title={unfolded ? "Fold the graph" : "Unfold the graph (G)"}
            onMouseDown={leaveFocus}
            onClick={() => bench.unfold(laneName(figure.id, channel.id))}
            className={`flex size-5 shrink-0 items-center justify-center rounded-md text-muted hover:bg-sunk hover:text-ink ${unfolded ? "" : "-rotate-90"}`}
          >
            <ChevronIcon size={12} />
          </button>
        ) : (
          <span className="size-5 shrink-0" />
        )}
        <button
          type="button"
          onClick={select}
          className={`flex min-w-0 flex-1 items-baseline gap-2 rounded-md text-left ${selected ? "font-semibold text-spruce" : ""}`}
        >
          <span className="truncate">{channel.label}</span>
        </button>
        {channel.kind === "switch" ? (
          <SwitchAtPlayhead figure={figure} channel={channel} />
        ) : (
          <ValueAtPlayhead figure={figure} channel={channel} />
        )}
      </div>
      <LaneCell row={row} />
    </>
  );
}
