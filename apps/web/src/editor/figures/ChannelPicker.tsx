import type { Figure } from "@levitas/core/study";
import { Popover } from "radix-ui";
import type { ReactNode } from "react";
import { IconButton } from "../../ui/Button.tsx";
import { PlusIcon } from "../../ui/icons.tsx";
import { useBench, useBenchState } from "../session/BenchContext.ts";
import { ChannelSearch } from "./ChannelSearch.tsx";

/** A searchable list of the channels a figure can still get; `A` opens it for the chosen figure. */
export function ChannelPicker({ figure }: { figure: Figure }): ReactNode {
  const bench = useBench();
  const open = useBenchState((state) => state.pickingFor === figure.id);
  const setOpen = (next: boolean) => bench.store.setState({ pickingFor: next ? figure.id : null });
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <IconButton label={`Animate a channel of ${figure.name}`} size="small" tone="muted">
          <PlusIcon size={13} />
        </IconButton>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="Channels to add"
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-50 flex max-h-96 w-56 flex-col gap-1 rounded-lg border border-edge/50 bg-raised p-1.5"
        >
          <ChannelSearch figure={figure} close={() => setOpen(false)} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
