import type { Study } from "@levitas/core/study";
import { lazy, type ReactNode, Suspense, useState } from "react";
import { Button } from "../ui/Button.tsx";
import { Panel } from "../ui/Panel.tsx";

// What writes the hand-off comes when it is asked for.
const Handoff = lazy(async () => ({ default: (await import("./Handoff.tsx")).Handoff }));

/** What leaves Levitas: the study as CSS, or as a study file. */
export function HandoffPanel({ study }: { readonly study: Study }): ReactNode {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      name="Hand-off"
      trigger={<Button look="main">Hand off</Button>}
      open={open}
      onOpenChange={setOpen}
      place={{ align: "end", offset: 8 }}
      className="max-h-[82vh] w-[560px]"
      focusesItself
    >
      <Suspense fallback={null}>
        <Handoff study={study} close={() => setOpen(false)} />
      </Suspense>
    </Panel>
  );
}
