import type { Study } from "@levitas/core/study";
import { Popover } from "radix-ui";
import { lazy, type ReactNode, Suspense, useState } from "react";
import { Button } from "../ui/Button.tsx";

// What writes the hand-off comes when it is asked for.
const Handoff = lazy(async () => ({ default: (await import("./Handoff.tsx")).Handoff }));

/** What leaves Levitas: the study as CSS, or as a study file. */
export function HandoffPanel({ study }: { readonly study: Study }): ReactNode {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button look="main">Hand off</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={8}
          collisionPadding={12}
          aria-label="Hand-off"
          onOpenAutoFocus={(event) => {
            event.preventDefault();
            (event.currentTarget as HTMLElement).focus();
          }}
          className="z-40 flex max-h-[82vh] w-[560px] flex-col rounded-lg border border-edge/50 bg-raised outline-none"
        >
          <Suspense fallback={null}>
            <Handoff study={study} close={() => setOpen(false)} />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
