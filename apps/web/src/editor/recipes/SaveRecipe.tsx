import { Popover } from "radix-ui";
import { lazy, type ReactNode, Suspense, useState } from "react";
import { Button } from "../../ui/Button.tsx";
import { useBenchState } from "../session/BenchContext.ts";

const SaveForm = lazy(async () => ({ default: (await import("./SaveForm.tsx")).SaveForm }));

/** Keeps the chosen keys as a motion without its figure. */
export function SaveRecipe(): ReactNode {
  const keys = useBenchState(({ selection }) => selection.keys);
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button
          size="tiny"
          disabled={keys.length === 0}
          title="Keep the chosen keys as a motion for any figure"
        >
          Recipe…
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="Keep as a recipe"
          side="top"
          align="end"
          sideOffset={6}
          collisionPadding={8}
          className="z-50 w-72 rounded-lg border border-edge/50 bg-raised p-3"
        >
          <Suspense fallback={null}>
            <SaveForm close={() => setOpen(false)} />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
