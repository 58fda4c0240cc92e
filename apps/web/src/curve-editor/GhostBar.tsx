import type { ReactNode } from "react";
import { Button } from "../ui/Button.tsx";
import { useDesk, useDeskState } from "./desk/DeskContext.ts";

/** There is a state before the last changes: how to see it, go back to it, or let it go. */
export function GhostBar(): ReactNode {
  const desk = useDesk();
  const ghost = useDeskState((state) => state.ghost);
  if (!ghost) return null;
  return (
    <div className="flex items-center gap-1.5 text-[12px] text-muted">
      <svg width={22} height={8} aria-hidden="true">
        <path d="M1 4 H21" className="stroke-edge" strokeDasharray="5 4" strokeWidth={1.6} />
      </svg>
      <span className="whitespace-nowrap">
        before, hold <kbd className="font-mono text-[11px]">B</kbd>
      </span>
      <Button
        size="tiny"
        onClick={() => {
          desk.set(ghost);
          desk.accept();
        }}
      >
        Go back
      </Button>
      <Button size="tiny" onClick={() => desk.accept()}>
        Accept
      </Button>
    </div>
  );
}
