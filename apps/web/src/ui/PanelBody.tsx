import { Popover } from "radix-ui";
import { type ReactNode, type RefObject, useRef } from "react";
import type { PanelPlace } from "./Panel.tsx";

/** The content, made once the panel is laid out. */
function Content({ make }: { readonly make: () => ReactNode }): ReactNode {
  return make();
}

/** What lies over the page when a panel is open. */
export function PanelBody({
  name,
  open,
  close,
  anchor,
  place: { side = "bottom", align = "start", offset = 6 },
  className,
  focusesItself,
  stays,
  arrived,
  content,
}: {
  readonly name: string;
  readonly open: boolean;
  readonly close: () => void;
  readonly anchor: RefObject<Element | null>;
  readonly place: PanelPlace;
  readonly className: string;
  readonly focusesItself: boolean;
  readonly stays: boolean;
  /** Called when its content has the focus. */
  readonly arrived: () => void;
  readonly content: () => ReactNode;
}): ReactNode {
  const dismissedOutside = useRef(false);
  return (
    <Popover.Root open={open} onOpenChange={(next) => next || close()}>
      <Popover.Anchor virtualRef={anchor as RefObject<Element>} />
      <Popover.Portal>
        <Popover.Content
          aria-label={name}
          side={side}
          align={align}
          sideOffset={offset}
          collisionPadding={10}
          onOpenAutoFocus={(event) => {
            dismissedOutside.current = false;
            // Once the field has the focus; what is typed until then is kept for it.
            queueMicrotask(arrived);
            if (!focusesItself) return;
            event.preventDefault();
            (event.currentTarget as HTMLElement).focus();
          }}
          onInteractOutside={(event) => {
            // Its own button closes it by its click.
            if (stays || anchor.current?.contains(event.target as Node)) event.preventDefault();
            else dismissedOutside.current = true;
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            // Whoever clicked elsewhere is there already.
            if (!dismissedOutside.current && anchor.current instanceof HTMLElement)
              anchor.current.focus({ preventScroll: true });
          }}
          className={`z-50 flex flex-col overflow-y-auto rounded-lg border border-edge/50 bg-raised outline-none ${className.includes("max-h-") ? "" : "max-h-(--radix-popover-content-available-height)"} ${className}`}
        >
          <Content make={content} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
