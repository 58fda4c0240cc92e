import type { Figure } from "@levitas/core/study";
import { lazy, type ReactNode, Suspense, useRef } from "react";
import { Panel } from "../../ui/Panel.tsx";

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
  const anchor = useRef<HTMLSpanElement>(null);
  return (
    <>
      <span ref={anchor} className="w-0" />
      <Panel
        name="Appearance of the figure"
        anchor={anchor}
        open={open}
        onOpenChange={setOpen}
        place={{ side: "right" }}
        className="w-72 gap-2.5 p-3 text-[12.5px]"
      >
        <Suspense fallback={null}>
          <DressForm figure={figure} />
        </Suspense>
      </Panel>
    </>
  );
}
