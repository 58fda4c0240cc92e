import { changedThings } from "@levitas/core/edit";
import { type ReactNode, useMemo } from "react";
import { useBench, useBenchState } from "../session/BenchContext.ts";

/** How many steps back and forth are listed. */
const LISTED = 100;

/** What was done, in words, the newest first; each line can be gone back to, and forth again. */
export function HistoryList(): ReactNode {
  const bench = useBench();
  const history = useBenchState((state) => state.history);
  const { past, future } = history;
  const things = useMemo(() => changedThings(history, LISTED), [history]);
  const later = future
    .slice(0, LISTED)
    .map(({ label }, i) => ({ label, where: things.future[i], steps: i + 1 }));
  const done = past
    .slice(-LISTED)
    .map(({ label }, i, all) => ({
      label,
      where: things.past[all.length - 1 - i],
      steps: i - all.length + 1,
    }))
    .reverse();
  const begin =
    past.length <= LISTED
      ? [{ label: "As it was opened", where: undefined, steps: -past.length }]
      : [];
  return (
    <ol aria-label="What was done, the newest first" className="text-[13px]">
      {[...later.reverse(), ...done, ...begin].map(({ label, where, steps }) => (
        <li key={steps}>
          <button
            type="button"
            aria-current={steps === 0}
            onClick={() => bench.travelHistory(steps)}
            className={`w-full truncate rounded-md px-2.5 py-1 text-left first-letter:uppercase ${steps === 0 ? "bg-spruce-pale font-semibold text-spruce" : steps > 0 ? "text-muted hover:bg-sunk" : "hover:bg-sunk"}`}
          >
            {label}
            {where ? <span className="font-normal text-muted"> {where}</span> : null}
          </button>
        </li>
      ))}
    </ol>
  );
}
