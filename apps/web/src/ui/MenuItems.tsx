import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import type { MenuItem } from "./Menu.tsx";

/** The lines of a menu. */
export function MenuItems({ items }: { items: readonly MenuItem[] }): ReactNode {
  return items.map((item) => (
    <DropdownMenu.Item
      key={item.text}
      disabled={item.disabled ?? false}
      onSelect={item.onSelect}
      className="flex cursor-pointer items-center justify-between gap-6 rounded-md px-2.5 py-1.5 text-[13px] outline-none data-[disabled]:cursor-default data-[disabled]:opacity-50 data-[highlighted]:bg-spruce-pale"
    >
      <span className={item.chosen ? "font-semibold text-spruce" : ""}>
        {item.text}
        {item.why ? (
          <span className="block max-w-60 text-[11px] leading-tight text-muted">{item.why}</span>
        ) : null}
      </span>
      {item.hint ? <span className="font-mono text-[11px] text-muted">{item.hint}</span> : null}
    </DropdownMenu.Item>
  ));
}
