import { Popover } from "radix-ui";
import { lazy, type ReactNode, Suspense } from "react";

const GoForm = lazy(async () => ({ default: (await import("./GoForm.tsx")).GoForm }));

/** Sends the playhead from where it is, even in mid-flight, to a marker or any time. */
export function GoPanel(): ReactNode {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button
          type="button"
          title="Send the playhead to a marker or a time"
          className="rounded-md px-1 hover:bg-sunk hover:text-ink"
        >
          Go there…
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="Go there"
          align="start"
          sideOffset={6}
          className="z-50 flex w-72 flex-col gap-2 rounded-lg border border-edge/50 bg-raised p-3 outline-none"
        >
          <Suspense fallback={null}>
            <GoForm />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
