import { Toggle } from "radix-ui";
import type { ReactNode } from "react";
import { leaveFocus } from "../../ui/pointerFocus.ts";
import { useIsOn } from "../commands/CommandButton.tsx";
import { runCommand } from "../commands/command.ts";
import { commandOf } from "../commands/commands.ts";
import { useBench } from "../session/BenchContext.ts";

/** A command that shows or hides something on the scene. */
export function SceneSwitch({ id, name }: { id: string; name: string }): ReactNode {
  const bench = useBench();
  const command = commandOf(id);
  const on = useIsOn(command);
  return (
    <Toggle.Root
      pressed={on}
      title={command.label}
      onPressedChange={() => runCommand(command, bench)}
      onMouseDown={leaveFocus}
      className="h-6.5 rounded-lg whitespace-nowrap border border-edge/60 bg-raised/90 px-2 text-[12px] text-muted data-[state=on]:border-spruce data-[state=on]:font-medium data-[state=on]:text-spruce"
    >
      {name}
    </Toggle.Root>
  );
}
