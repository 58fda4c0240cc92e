import type { ReactNode } from "react";
import { MOD } from "./command.ts";
import { COMMANDS } from "./commands.ts";

/** What is not a command but good to know. */
const MORE = [
  { label: "Find a command, a figure, a marker, a curve", shownKeys: `${MOD} K` },
  { label: "Paste copied keys at the playhead", shownKeys: `${MOD} V` },
  { label: "Choose another figure as well, the group it stands in", shownKeys: "Shift, Alt click" },
  { label: "Take back what is being dragged", shownKeys: "Escape" },
  { label: "Drag without snapping", shownKeys: "Ctrl" },
  { label: "Zoom a graph, only its time, only its values", shownKeys: "Wheel, Shift, Alt" },
  { label: "Pan a graph or the timeline", shownKeys: "Space drag" },
  { label: "Nudge a focused handle or number", shownKeys: "Arrows" },
  { label: "Go from handle to handle of a curve", shownKeys: "Page ↓, Page ↑" },
  {
    label: "On a lane, a graph or a block: go from key to key, choose",
    shownKeys: "Arrows, Enter",
  },
  { label: "Move what the arrows are on", shownKeys: `${MOD} arrows` },
  { label: "See the motion before the last change of its curve", shownKeys: "hold B" },
  { label: "Add a point to a path, delete it", shownKeys: "Insert, Delete" },
  { label: "Draw handles out of a point", shownKeys: "Alt drag" },
  { label: "Show these", shownKeys: "?" },
];

/** All that the keyboard and the pointer can do, with what to press. */
export function ShortcutList(): ReactNode {
  return (
    <dl className="grid grid-cols-[auto_auto] gap-x-6 gap-y-1">
      {[...COMMANDS.filter(({ shownKeys }) => shownKeys), ...MORE].map(({ label, shownKeys }) => (
        <div key={label} className="contents">
          <dt>{label}</dt>
          <dd className="text-right font-mono text-[11.5px] text-muted">{shownKeys}</dd>
        </div>
      ))}
    </dl>
  );
}
