import { lazy, type ReactNode, Suspense, useState } from "react";
import { Button } from "../../ui/Button.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { useBenchState } from "../session/BenchContext.ts";

const SaveForm = lazy(async () => ({ default: (await import("./SaveForm.tsx")).SaveForm }));

/** Keeps the chosen keys as a motion without its figure. */
export function SaveRecipe(): ReactNode {
  const keys = useBenchState(({ selection }) => selection.keys);
  const [open, setOpen] = useState(false);
  return (
    <Panel
      name="Keep as a recipe"
      trigger={
        <Button
          size="tiny"
          disabled={keys.length === 0}
          title="Keep the chosen keys as a motion for any figure"
        >
          Recipe…
        </Button>
      }
      open={open}
      onOpenChange={setOpen}
      place={{ side: "top", align: "end" }}
      className="w-72 p-3"
    >
      <Suspense fallback={null}>
        <SaveForm close={() => setOpen(false)} />
      </Suspense>
    </Panel>
  );
}
