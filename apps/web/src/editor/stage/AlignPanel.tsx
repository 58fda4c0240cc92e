import type { ReactNode } from "react";
import { Panel } from "../../ui/Panel.tsx";
import { CommandButton } from "../commands/CommandButton.tsx";

/** Several chosen figures lined up, by their boxes as they stand at the playhead. */
export function AlignPanel(): ReactNode {
  return (
    <Panel
      name="Align and distribute"
      trigger={
        <button
          type="button"
          title="Line the chosen figures up"
          className="h-6.5 rounded-lg border border-edge/60 bg-raised/90 px-2 text-[12px] whitespace-nowrap text-muted hover:text-ink"
        >
          Align…
        </button>
      }
      place={{ side: "top" }}
      className="w-60 gap-2 p-3 text-[12.5px]"
    >
      <h2 className="font-semibold">Align</h2>
      <div className="grid grid-cols-3 gap-1">
        <CommandButton id="align-left" text="Left" />
        <CommandButton id="align-center" text="Middle ↔" />
        <CommandButton id="align-right" text="Right" />
        <CommandButton id="align-top" text="Top" />
        <CommandButton id="align-middle" text="Middle ↕" />
        <CommandButton id="align-bottom" text="Bottom" />
      </div>
      <h2 className="font-semibold">Equal gaps</h2>
      <div className="grid grid-cols-2 gap-1">
        <CommandButton id="distribute-x" text="Across" />
        <CommandButton id="distribute-y" text="Down" />
      </div>
    </Panel>
  );
}
