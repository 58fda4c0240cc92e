import type { Figure } from "@levitas/core/study";
import { Popover } from "radix-ui";
import { lazy, type ReactNode, Suspense } from "react";

const DressForm = lazy(async () => ({ default: (await import("./DressForm.tsx")).DressForm }));

/** How a figure is dressed: its words, colors, mark and pivot. Not drawn, chosen. */
export function DressPanel({
  figure,
  open,
  setOpen,
}: {
  figure: Figure;
  open: boolean;
  setOpen: (open: boolean) => void;
}): ReactNode {
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Anchor asChild>
        <span className="w-0" />
      </Popover.Anchor>
      <Popover.Portal>
        <Popover.Content
          aria-label="Dress of the figure"
          side="right"
          align="start"
          sideOffset={6}
          collisionPadding={8}
          className="z-50 flex outline-none max-h-(--radix-popover-content-available-height) w-72 flex-col gap-2.5 overflow-y-auto rounded-lg border border-edge/50 bg-raised p-3 text-[12.5px]"
        >
          <Suspense fallback={null}>
            <DressForm figure={figure} />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
