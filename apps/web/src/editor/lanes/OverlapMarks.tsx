import { type Overlap, overlapsOn } from "@levitas/core/motion";
import type { ChannelDefinition, Figure } from "@levitas/core/study";
import { lazy, type ReactNode, Suspense, useMemo, useRef } from "react";
import { Panel } from "../../ui/Panel.tsx";
import { BAR } from "../axis/laneGeometry.ts";
import { useBench, useFrame, useStudy } from "../session/BenchContext.ts";

const OverlapLine = lazy(async () => ({
  default: (await import("./OverlapLine.tsx")).OverlapLine,
}));

/** Where two tweens contend for a lane: marked, and mended from there. */
export function OverlapMarks({
  figure,
  channel,
}: {
  figure: Figure;
  channel: ChannelDefinition;
}): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const overlaps = useMemo(() => {
    const { motion } = bench;
    const driven = study && motion.drivenAt(motion.figureIndex(figure.id), channel.id);
    return driven && driven.layers.length > 1 ? overlapsOn(driven) : [];
  }, [bench, study, figure.id, channel.id]);
  return overlaps.map((overlap) => (
    <Mark key={`${overlap.winner} ${overlap.loser}`} overlap={overlap} />
  ));
}

function Mark({ overlap }: { overlap: Overlap }): ReactNode {
  const bench = useBench();
  const mark = useRef<HTMLButtonElement>(null);
  useFrame("The overlap marks", ["motion", "axis"], ({ motion }) => {
    const driven = motion.drivenAt(motion.figureIndex(overlap.figureId), overlap.channel);
    const now = driven
      ? overlapsOn(driven).find(
          ({ winner, loser }) => winner === overlap.winner && loser === overlap.loser,
        )
      : undefined;
    const { current } = mark;
    if (!current) return;
    const from = bench.view.toX(now?.from ?? 0);
    const to = bench.view.toX(now?.to ?? 0);
    current.style.left = `${from.toFixed(1)}px`;
    current.style.width = `${Math.max(to - from, 4).toFixed(1)}px`;
    current.style.visibility = now ? "visible" : "hidden";
  });
  const name = (id: string) => bench.motion.placements.byId.get(id)?.item.name ?? id;
  return (
    <Panel
      name="Mend the overlap"
      trigger={
        <button
          ref={mark}
          type="button"
          aria-label={`Overlap: ${name(overlap.winner)} wins over ${name(overlap.loser)}`}
          title={`${name(overlap.winner)} wins over ${name(overlap.loser)} here: click to mend`}
          data-overlap={`${overlap.winner} ${overlap.loser}`}
          className="pointer-events-auto absolute h-[7px] rounded-sm border border-raised bg-fault"
          style={{ top: BAR.bottom - 5 }}
        />
      }
      className="w-80 p-3"
    >
      <Suspense fallback={null}>
        <OverlapLine overlap={overlap} />
      </Suspense>
    </Panel>
  );
}
