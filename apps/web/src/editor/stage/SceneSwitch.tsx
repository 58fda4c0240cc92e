import { Toggle } from "radix-ui";
import type { ReactNode } from "react";
import { leaveFocus } from "../../ui/pointerFocus.ts";

/** Shows or hides something on the scene. */
export function SceneSwitch({
  name,
  on,
  toggle,
}: {
  name: string;
  on: boolean;
  toggle: () => void;
}): ReactNode {
  return (
    <Toggle.Root
      pressed={on}
      onPressedChange={toggle}
      onMouseDown={leaveFocus}
      className="h-6.5 rounded-lg whitespace-nowrap border border-edge/60 bg-raised/90 px-2 text-[12px] text-muted data-[state=on]:border-spruce data-[state=on]:font-medium data-[state=on]:text-spruce"
    >
      {name}
    </Toggle.Root>
  );
}
