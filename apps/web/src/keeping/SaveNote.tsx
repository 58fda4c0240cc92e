import type { ReactNode } from "react";
import { useStore } from "zustand";
import type { Keeper, SaveState } from "./keeper.ts";

/**
 * Whether the work is kept: saved, saving, or not and why. `held` says why content is held back, `isHeld` that a part of
 * it is though the rest is saved.
 */
export function SaveNote<T>({
  keeper,
  held = "It cannot be saved as it is.",
  isHeld = false,
}: {
  keeper: Keeper<T>;
  held?: string;
  isHeld?: boolean;
}): ReactNode {
  const state = useStore(keeper.state);
  const why = reasonOf(state, held) ?? (isHeld ? held : undefined);
  const words = why ? "not saved" : state.kind === "saved" ? "saved" : "saving…";
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

function reasonOf<T>(state: SaveState<T>, held: string): string | undefined {
  if (state.kind === "failed" || state.kind === "gone") return state.reason;
  if (state.kind === "held") return held;
  return state.kind === "conflict" ? "It was changed elsewhere." : undefined;
}
