import { stretchOf } from "@levitas/core/edit";
import { readChannel } from "@levitas/core/motion";
import { type ReactNode, useMemo } from "react";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";
import type { LaneBar } from "../session/rows.ts";
import { valueLabel } from "../words/labels.ts";
import type { LaneOf } from "./graphLines.ts";

/** Readings of the chosen keys' stretch, else of the chosen span, else of all of the lane. */
export function StretchReadings({ row: { figure, channel, bars } }: { row: LaneOf }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const selection = useBenchState((state) => state.selection);
  const found = useMemo(() => {
    const own = bars.flatMap(({ track }: LaneBar) => track.keys.map(({ id }) => id));
    const chosen = selection.keys.filter((id) => own.includes(id));
    const at = own.indexOf(selection.span ?? "");
    const ids = chosen.length > 1 ? chosen : at >= 0 ? own.slice(at, at + 2) : own;
    const stretch = stretchOf(study, ids);
    const { motion } = bench;
    const read = stretch && readChannel(motion, motion.figureIndex(figure.id), channel.id, stretch);
    const of = chosen.length > 1 ? "chosen keys" : at >= 0 ? "span" : "lane";
    return read && { ...read, of };
  }, [bench, study, selection, bars, figure.id, channel.id]);
  if (!found) return null;
  const lines: [string, string][] = [
    ["overshoots", valueLabel(channel, found.overshoot)],
    ...(found.anticipation > 0
      ? [["draws back", valueLabel(channel, found.anticipation)] as [string, string]]
      : []),
    ["settles in", found.settle === null ? "never" : `${numberLabel(found.settle, 0)} ms`],
    ["peak", `${numberLabel(found.peakSpeed, found.peakSpeed < 10 ? 2 : 0)} ${channel.unit}/s`],
  ];
  return (
    <div data-testid="stretch-readings" className="pr-14">
      <p className="text-muted">of the {found.of}</p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-2">
        {lines.map(([name, text]) => (
          <div key={name} className="contents">
            <dt className="text-muted">{name}</dt>
            <dd className="text-right font-mono text-[10.5px] whitespace-nowrap">{text}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
