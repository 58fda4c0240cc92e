import type { ReactNode } from "react";
import { useStore } from "zustand";
import type { Autosave } from "./model/autosave.ts";

/** Whether the work is kept: saved, saving, or not and why. */
export function SaveState({ autosave }: { autosave: Autosave }): ReactNode {
  const state = useStore(autosave.state);
  const words = {
    saved: "saved",
    waiting: "saving…",
    saving: "saving…",
    failed: "not saved",
    conflict: "not saved",
  }[state.kind];
  const why =
    state.kind === "failed"
      ? state.reason
      : state.kind === "conflict"
        ? "This study was changed elsewhere."
        : undefined;
  return (
    <span
      role="status"
      aria-label="Save state"
      data-state={state.kind}
      title={why}
      className={`min-w-0 truncate font-mono text-[11px] ${why ? "text-fault" : "text-muted"}`}
    >
      {words}
      {why ? `: ${why}` : ""}
    </span>
  );
}
