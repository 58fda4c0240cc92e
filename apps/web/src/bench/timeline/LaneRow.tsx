import type { ReactNode } from "react";
import { useBench, useBenchState } from "../model/BenchContext.ts";
import { LaneTrack } from "./LaneTrack.tsx";
import { MARGIN } from "./laneGeometry.ts";
import type { Row } from "./rows.ts";
import { ValueAtPlayhead } from "./ValueAtPlayhead.tsx";

/** One channel: its name and value at the playhead in the margin, its bars on the time axis. */
export function LaneRow({ row }: { row: Extract<Row, { kind: "lane" }> }): ReactNode {
  const bench = useBench();
  const { figure, channel, bars } = row;
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
        className="relative flex shrink-0 items-center gap-2 border-r border-rule bg-paper pr-2 pl-8"
        style={{ width: MARGIN }}
      >
        {selected ? <span className="absolute inset-y-0 left-0 w-1 bg-spruce" /> : null}
        <button
          type="button"
          onClick={select}
          className={`flex min-w-0 flex-1 items-baseline gap-2 rounded-md text-left ${selected ? "font-semibold text-spruce" : ""}`}
        >
          <span className="truncate">{channel.label}</span>
        </button>
        <ValueAtPlayhead figure={figure} channel={channel} />
      </div>
      <LaneTrack row={row} />
    </>
  );
}
