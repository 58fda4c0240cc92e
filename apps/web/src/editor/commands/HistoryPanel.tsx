import type { ReactNode } from "react";
import { IconButton } from "../../ui/Button.tsx";
import { HistoryIcon } from "../../ui/icons.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { useBench, useBenchState } from "../session/BenchContext.ts";

/** How many steps back and forth are listed. */
const LISTED = 100;

/** What was done, in words, the newest first; each line can be gone back to, and forth again. */
export function HistoryPanel(): ReactNode {
  const empty = useBenchState(({ history }) => history.past.length + history.future.length === 0);
  return (
    <Panel
      name="What was done"
      trigger={
        <IconButton label="What was done" disabled={empty}>
          <HistoryIcon />
        </IconButton>
      }
      place={{ align: "end" }}
      className="max-h-[70vh] w-64 p-1.5"
    >
      <HistoryList />
    </Panel>
  );
}

function HistoryList(): ReactNode {
  const bench = useBench();
  const { past, future } = useBenchState(({ history }) => history);
  const later = future
    .slice(0, LISTED)
    .map(({ label, where }, i) => ({ label, where, steps: i + 1 }));
  const done = past
    .slice(-LISTED)
    .map(({ label, where }, i, all) => ({ label, where, steps: i - all.length + 1 }))
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
