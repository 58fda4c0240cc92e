import { type Overlap, overlapsOn } from "@levitas/core/motion";
import type { ChannelDefinition, Figure } from "@levitas/core/study";
import { lazy, type ReactNode, Suspense, useMemo, useRef } from "react";
import { Panel } from "../../ui/Panel.tsx";
import { writeAttributes } from "../../ui/writeAttributes.ts";
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
  const mark = useRef<SVGRectElement>(null);
  useFrame("The overlap marks", ["motion", "axis"], ({ motion }) => {
    const driven = motion.drivenAt(motion.figureIndex(overlap.figureId), overlap.channel);
    const now = driven
      ? overlapsOn(driven).find(
          ({ winner, loser }) => winner === overlap.winner && loser === overlap.loser,
        )
      : undefined;
    const visibility = now ? "visible" : "hidden";
    const from = bench.view.toX(now?.from ?? 0);
    const to = bench.view.toX(now?.to ?? 0);
    writeAttributes(mark.current, {
      x: from.toFixed(1),
      width: Math.max(to - from, 4).toFixed(1),
      visibility,
    });
  });
  const name = (id: string) => bench.motion.placements.byId.get(id)?.item.name ?? id;
  return (
    <Panel
      name="Mend the overlap"
      trigger={
        // biome-ignore lint/a11y/useSemanticElements: SVG has no button of its own
        <rect
          ref={mark}
          y={BAR.bottom - 5}
          height={7}
          rx={2}
          role="button"
          tabIndex={0}
          aria-label={`Overlap: ${name(overlap.winner)} wins over ${name(overlap.loser)}`}
          data-overlap={`${overlap.winner} ${overlap.loser}`}
          onKeyDown={(event) => {
            if (event.key !== "Enter") return;
            event.currentTarget.dispatchEvent(new MouseEvent("click", { bubbles: true }));
          }}
          className="cursor-pointer fill-fault stroke-raised stroke-1"
        >
          <title>{`${name(overlap.winner)} wins over ${name(overlap.loser)} here: click to mend`}</title>
        </rect>
      }
      className="w-80 p-3"
    >
      <Suspense fallback={null}>
        <OverlapLine overlap={overlap} />
      </Suspense>
    </Panel>
  );
}
