import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

/** One line of a menu. */
export interface MenuItem {
  readonly text: string;
  readonly onSelect: () => void;
  readonly disabled?: boolean;
  readonly hint?: string;
  readonly chosen?: boolean;
}

/** A button that opens a list of things to do. `children` is the button; `list` stands for items that are made late. */
export function Menu({
  children,
  items = [],
  list,
  align = "start",
}: {
  children: ReactNode;
  items?: readonly MenuItem[];
  list?: ReactNode;
  align?: "start" | "end";
}): ReactNode {
  return (
    // Not modal: the page behind stays alive, and nothing has to style the body.
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>{children}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align={align}
          sideOffset={4}
          collisionPadding={8}
          className="z-50 max-h-80 min-w-40 overflow-auto rounded-lg border border-edge/50 bg-raised p-1 text-ink"
        >
          {list ?? <MenuItems items={items} />}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** The lines of a menu. */
export function MenuItems({ items }: { items: readonly MenuItem[] }): ReactNode {
  return items.map((item) => (
    <DropdownMenu.Item
      key={item.text}
      disabled={item.disabled ?? false}
      onSelect={item.onSelect}
      className="flex cursor-pointer items-center justify-between gap-6 rounded-md px-2.5 py-1.5 text-[13px] outline-none data-[disabled]:cursor-default data-[disabled]:opacity-50 data-[highlighted]:bg-spruce-pale"
    >
      <span className={item.chosen ? "font-semibold text-spruce" : ""}>{item.text}</span>
      {item.hint ? <span className="font-mono text-[11px] text-muted">{item.hint}</span> : null}
    </DropdownMenu.Item>
  ));
}
