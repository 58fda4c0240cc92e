import { Popover } from "radix-ui";
import { lazy, type ReactNode, Suspense, useState } from "react";
import { Button } from "../../ui/Button.tsx";

const Gallery = lazy(async () => ({ default: (await import("./Gallery.tsx")).Gallery }));

/** A gallery of motions without figures; each plays on a stand-in, and goes to the chosen figures. */
export function RecipePanel(): ReactNode {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button look="quiet" size="small" title="Motions to give to figures (R)" data-recipes="">
          Recipes
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="Recipes"
          side="right"
          align="end"
          sideOffset={8}
          collisionPadding={12}
          className="z-50 flex max-h-(--radix-popover-content-available-height) outline-none w-140 flex-col gap-2.5 rounded-lg border border-edge/50 bg-raised p-3"
        >
          <Suspense fallback={null}>
            <Gallery close={() => setOpen(false)} />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
