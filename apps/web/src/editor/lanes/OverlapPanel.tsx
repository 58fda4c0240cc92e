import type { Motion } from "@levitas/core/motion";
import { findOverlaps, type Overlap } from "@levitas/core/motion";
import { lazy, type ReactNode, Suspense, useMemo } from "react";
import { Panel } from "../../ui/Panel.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";

const OverlapLine = lazy(async () => ({
  default: (await import("./OverlapLine.tsx")).OverlapLine,
}));

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
    <Panel
      name="Overlaps"
      trigger={
        <button
          type="button"
          title="Tweens that drive one channel at one time"
          className="rounded-md px-1 font-medium text-fault hover:bg-sunk"
        >
          {words}
        </button>
      }
      className="max-h-96 w-88 gap-3 p-3"
    >
      <h2 className="font-semibold">Two tweens on one channel</h2>
      <Suspense fallback={null}>
        {overlaps.slice(0, LISTED).map((overlap) => (
          <OverlapLine
            key={`${overlap.winner} ${overlap.loser} ${overlap.channel}`}
            overlap={overlap}
          />
        ))}
      </Suspense>
      {overlaps.length > LISTED ? (
        <p className="text-muted">And {overlaps.length - LISTED} more.</p>
      ) : null}
    </Panel>
  );
}
