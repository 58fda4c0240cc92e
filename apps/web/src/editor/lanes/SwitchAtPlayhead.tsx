import type { ChannelDefinition, Figure } from "@levitas/core/study";
import { type ReactNode, useRef } from "react";
import { useBench, useFrame } from "../session/BenchContext.ts";
import { beginSceneChange } from "../session/changes.ts";

/** Whether a figure is shown at the playhead; a click changes it there. */
export function SwitchAtPlayhead({
  figure,
  channel,
}: {
  figure: Figure;
  channel: ChannelDefinition;
}): ReactNode {
  const bench = useBench();
  const button = useRef<HTMLButtonElement>(null);
  const shown = useRef<boolean | null>(null);
  useFrame("The switch at playhead", ["numbers"], ({ motion, poses }) => {
    const index = motion.figureIndex(figure.id);
    if (index < 0 || !button.current) return;
    const on = (poses[motion.slot(index, channel.id)] as number) >= 0.5;
    if (on === shown.current && button.current.textContent !== "") return;
    shown.current = on;
    button.current.textContent = on ? "shown" : "hidden";
    button.current.setAttribute("aria-checked", String(on));
  });
  return (
    <button
      ref={button}
      type="button"
      role="switch"
      aria-checked="true"
      aria-label={`${figure.name} ${channel.label}`}
      title="Click to change it at the playhead"
      onClick={() => {
        const change = beginSceneChange(bench);
        change.update([{ figureId: figure.id, channel: channel.id, value: shown.current ? 0 : 1 }]);
        change.end(false);
      }}
      className="h-6 w-24 shrink-0 rounded-md border border-edge/40 bg-raised px-1.5 text-right font-mono text-[11.5px] hover:border-spruce"
    />
  );
}
