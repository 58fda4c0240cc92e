import type { ReactNode } from "react";
import { PanelResizeHandle } from "react-resizable-panels";

/** Between two panes: dragged, or moved with the arrows, it shares the room among them. */
export function Divider({
  label,
  direction,
  hidden,
  onDragging,
  onRestore,
}: {
  readonly label: string;
  /** How its two panes lie. */
  readonly direction: "horizontal" | "vertical";
  readonly hidden: boolean;
  readonly onDragging: (now: boolean) => void;
  /** A double-click gives both panes their default size. */
  readonly onRestore: () => void;
}): ReactNode {
  const upright = direction === "horizontal";
  return (
    <PanelResizeHandle
      aria-label={label}
      title="Drag to share the room, double-click for the default"
      disabled={hidden}
      onDragging={onDragging}
      // The arrows move it as well; what they do is kept like a drag.
      onKeyDown={() => onDragging(true)}
      onKeyUp={() => onDragging(false)}
      onDoubleClick={onRestore}
      className={`group relative z-20 shrink-0 outline-none ${hidden ? "hidden" : ""} ${upright ? "w-1.5 cursor-col-resize border-x" : "h-1.5 cursor-row-resize border-y"} border-rule bg-sunk focus-visible:bg-spruce data-[resize-handle-state=drag]:bg-spruce data-[resize-handle-state=hover]:bg-edge/60`}
    >
      <span
        aria-hidden
        className={`absolute rounded-full bg-edge/70 ${upright ? "top-1/2 left-0 h-7 w-1 -translate-y-1/2" : "top-0 left-1/2 h-1 w-12 -translate-x-1/2"}`}
      />
    </PanelResizeHandle>
  );
}
