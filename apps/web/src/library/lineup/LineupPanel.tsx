import { lazy, type ReactNode, Suspense } from "react";
import { useStore } from "zustand";
import type { Entry } from "../entries.ts";
import { lineup } from "./lineup.ts";

/** The desk of a curve comes with it: only where something races. */
const OpenLineup = lazy(async () => ({ default: (await import("./OpenLineup.tsx")).OpenLineup }));

/** Up to six curves from one start in one duration. */
export function LineupPanel({ entries }: { entries: readonly Entry[] }): ReactNode {
  const isEmpty = useStore(lineup, ({ racers }) => racers.length === 0);
  if (isEmpty)
    return (
      <Bar>
        <p className="text-muted">
          Press Race on up to six curves: they run from one start in one duration.
        </p>
      </Bar>
    );
  return (
    <Suspense fallback={<Bar />}>
      <OpenLineup entries={entries} />
    </Suspense>
  );
}

function Bar({ children }: { children?: ReactNode }): ReactNode {
  return (
    <section
      aria-label="Lineup"
      className="flex h-11 shrink-0 items-center gap-3 border-t border-rule bg-raised px-4"
    >
      <h2 className="font-semibold">Lineup</h2>
      {children}
    </section>
  );
}
