import type { Figure } from "@levitas/core/study";
import { lazy, type ReactNode } from "react";
import { IconButton } from "../../ui/Button.tsx";
import { PlusIcon } from "../../ui/icons.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { useBench, useBenchState } from "../session/BenchContext.ts";

// The panel opens once it is there: what is typed until then is kept for it.
const ChannelSearch = lazy(async () => ({
  default: (await import("./ChannelSearch.tsx")).ChannelSearch,
}));

/** A searchable list of the channels a figure can still get; `A` opens it for the chosen figure. */
export function ChannelPicker({ figure }: { figure: Figure }): ReactNode {
  const bench = useBench();
  const open = useBenchState((state) => state.pickingFor === figure.id);
  const setOpen = (next: boolean) => bench.store.setState({ pickingFor: next ? figure.id : null });
  return (
    <Panel
      name="Channels to add"
      trigger={
        <IconButton label={`Animate a channel of ${figure.name}`} size="small" tone="muted">
          <PlusIcon size={13} />
        </IconButton>
      }
      open={open}
      onOpenChange={setOpen}
      place={{ offset: 4 }}
      className="max-h-96 w-56 gap-1 p-1.5"
    >
      {(typedAhead, close) => (
        <ChannelSearch figure={figure} typedAhead={typedAhead} close={close} />
      )}
    </Panel>
  );
}
