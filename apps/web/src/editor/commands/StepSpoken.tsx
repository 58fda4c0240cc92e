import { type ReactNode, useRef } from "react";
import { useBenchState } from "../session/BenchContext.ts";
import type { BenchState } from "../session/benchState.ts";

type Steps = BenchState["history"];

/** What became of the history between two moments, in words; nothing if it is as it was. */
export function stepWords(before: Steps, now: Steps): string | undefined {
  const last = now.past.at(-1);
  // One way or the other several steps can be taken at once.
  if (now.future.length > before.future.length) return `Undone: ${before.past.at(-1)?.label}`;
  if (last && before.future.includes(last)) return `Done again: ${last.label}`;
  return last === before.past.at(-1) ? undefined : last?.label;
}

/** Tells those who hear the screen what a command did, and what undoing took back. */
export function StepSpoken(): ReactNode {
  const history = useBenchState((state) => state.history);
  const seen = useRef(history);
  const words = useRef("");
  if (seen.current !== history) {
    words.current = stepWords(seen.current, history) ?? words.current;
    seen.current = history;
  }
  return (
    <div role="status" aria-label="What was done last" className="sr-only first-letter:uppercase">
      {words.current}
    </div>
  );
}
