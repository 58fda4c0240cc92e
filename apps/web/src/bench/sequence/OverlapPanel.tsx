import { findOverlaps, type Mend, mendOverlap, mendsOf, type Overlap } from "@levitas/core/edit";
import type { Motion } from "@levitas/core/motion";
import { channelOf } from "@levitas/core/study";
import { Popover } from "radix-ui";
import { type ReactNode, useMemo } from "react";
import { Button } from "../../ui/Button.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useBench, useStudy } from "../model/BenchContext.ts";

const MENDS: Readonly<Record<Mend, { text: string; title: string }>> = {
  trim: { text: "Trim the earlier", title: "It ends where the later one starts" },
  shift: { text: "Shift the later", title: "It starts where the earlier one ends" },
  add: { text: "Add instead", title: "The later one adds to the earlier one" },
};

/** How many overlaps are listed at once. */
const LISTED = 30;

const known = new WeakMap<Motion, readonly Overlap[]>();

/** The overlaps of a motion; looked for once. */
export function overlapsOf(motion: Motion): readonly Overlap[] {
  let found = known.get(motion);
  if (!found) {
    found = findOverlaps(motion);
    known.set(motion, found);
  }
  return found;
}

/** Tweens that contend for a channel: where, who wins, and the ways to mend it. Nothing, if there are none. */
export function OverlapPanel(): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const overlaps = useMemo(() => (study ? overlapsOf(bench.motion) : []), [bench, study]);
  if (overlaps.length === 0) return null;
  const words = overlaps.length === 1 ? "1 overlap" : `${overlaps.length} overlaps`;
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button
          type="button"
          title="Tweens that drive one channel at one time"
          className="rounded-md px-1 font-medium text-fault hover:bg-sunk"
        >
          {words}
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="Overlaps"
          align="start"
          sideOffset={6}
          className="z-50 flex max-h-96 w-88 flex-col gap-3 overflow-y-auto rounded-lg border border-edge/50 bg-raised p-3 outline-none"
        >
          <h2 className="font-semibold">Two tweens on one channel</h2>
          {overlaps.slice(0, LISTED).map((overlap) => (
            <OverlapLine
              key={`${overlap.winner} ${overlap.loser} ${overlap.channel}`}
              overlap={overlap}
            />
          ))}
          {overlaps.length > LISTED ? (
            <p className="text-muted">And {overlaps.length - LISTED} more.</p>
          ) : null}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

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
