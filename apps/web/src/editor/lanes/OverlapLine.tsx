import { type Mend, mendOverlap, mendsOf } from "@levitas/core/edit";
import type { Overlap } from "@levitas/core/motion";
import { channelOf } from "@levitas/core/study";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useBench } from "../session/BenchContext.ts";

const MENDS: Readonly<Record<Mend, { text: string; title: string }>> = {
  trim: { text: "Trim the earlier", title: "It ends where the later one starts" },
  shift: { text: "Shift the later", title: "It starts where the earlier one ends" },
  add: { text: "Add instead", title: "The later one adds to the earlier one" },
};

/** One overlap in words, with its mends. */
export function OverlapLine({ overlap }: { overlap: Overlap }): ReactNode {
  const bench = useBench();
  const { byId } = bench.motion.placements;
  const name = (id: string) => byId.get(id)?.item.name ?? id;
  const figure = bench.study.figures.find(({ id }) => id === overlap.figureId)?.name;
  return (
    <div className="flex flex-col gap-1.5 text-[12.5px] leading-snug">
      <p>
        <b className="font-semibold">{name(overlap.winner)}</b> wins over{" "}
        <b className="font-semibold">{name(overlap.loser)}</b> on {figure}{" "}
        {channelOf(overlap.channel).label}, from {numberLabel(overlap.from, 0)} to{" "}
        {numberLabel(overlap.to, 0)} ms: it started later.
      </p>
      <div className="flex flex-wrap gap-1">
        {mendsOf(overlap).map((by) => (
          <Button
            key={by}
            size="tiny"
            title={MENDS[by].title}
            onClick={() => bench.perform(mendOverlap, { overlap, by })}
          >
            {MENDS[by].text}
          </Button>
        ))}
      </div>
    </div>
  );
}
