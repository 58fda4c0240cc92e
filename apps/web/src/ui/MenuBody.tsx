import { DropdownMenu } from "radix-ui";
import { type ReactNode, type RefObject, useRef } from "react";
import { createPortal } from "react-dom";
import type { MenuItem } from "./Menu.tsx";
import { MenuItems } from "./MenuItems.tsx";

/** The list of an open menu, beside its button. */
export function MenuBody({
  open,
  close,
  anchor,
  align,
  items,
  list,
}: {
  readonly open: boolean;
  readonly close: () => void;
  readonly anchor: RefObject<HTMLElement | null>;
  readonly align: "start" | "end";
  readonly items: readonly MenuItem[];
  readonly list: ReactNode;
}): ReactNode {
  const dismissedOutside = useRef(false);
  const box = anchor.current?.getBoundingClientRect();
  return (
    // Not modal: the page behind stays alive, and nothing has to style the body.
    <DropdownMenu.Root modal={false} open={open} onOpenChange={(next) => next || close()}>
      {/* The menu hangs on its trigger; the real button was there before what positions the menu. */}
      {open && box
        ? createPortal(
            <DropdownMenu.Trigger asChild>
              {/* biome-ignore lint/a11y/useAriaPropsSupportedByRole: the menu is named after it, as it is after a button */}
              <span
                aria-hidden
                aria-label={
                  anchor.current?.getAttribute("aria-label") ?? anchor.current?.textContent ?? ""
                }
                className="pointer-events-none fixed"
                style={{ left: box.left, top: box.top, width: box.width, height: box.height }}
              />
            </DropdownMenu.Trigger>,
            document.body,
          )
        : null}
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align={align}
          sideOffset={4}
          collisionPadding={8}
          onFocusCapture={() => {
            dismissedOutside.current = false;
          }}
          onInteractOutside={(event) => {
            if (anchor.current?.contains(event.target as Node)) event.preventDefault();
            else dismissedOutside.current = true;
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (!dismissedOutside.current) anchor.current?.focus({ preventScroll: true });
          }}
          className="z-50 max-h-[var(--radix-dropdown-menu-content-available-height)] min-w-40 overflow-auto rounded-lg border border-edge/50 bg-raised p-1 text-ink"
        >
          {list ?? <MenuItems items={items} />}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
