import type { ReactNode } from "react";
import { Button } from "./Button.tsx";
import { ChevronIcon } from "./icons.tsx";
import { Menu, type MenuItem } from "./Menu.tsx";

/** One of some choices, shown as a button with the one that is chosen; the others are in its menu. */
export function Choice({
  label,
  text,
  items,
}: {
  /** What is chosen, for assistive technology. */
  readonly label: string;
  readonly text: string;
  readonly items: readonly MenuItem[];
}): ReactNode {
  return (
    <Menu items={items}>
      <Button
        size="small"
        className="min-w-0 flex-1 justify-between"
        aria-label={`${text}: ${label}`}
      >
        <span className="truncate">{text}</span>
        <ChevronIcon size={11} />
      </Button>
    </Menu>
  );
}
