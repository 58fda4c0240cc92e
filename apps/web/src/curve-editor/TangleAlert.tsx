import { backStretches, type PathCurve } from "@levitas/core/curve";
import { untangle } from "@levitas/core/fit";
import type { ReactNode } from "react";
import { Button } from "../ui/Button.tsx";
import { numberLabel } from "../ui/numberLabel.ts";
import { useDesk } from "./desk/DeskContext.ts";

/** A path that runs back in time: where, that it cannot be applied meanwhile, and the way out. */
export function TangleAlert({ curve }: { curve: PathCurve }): ReactNode {
  const desk = useDesk();
  const where = backStretches(curve.points)
    .map(({ from, to }) => `${numberLabel(from * 100, 0)} to ${numberLabel(to * 100, 0)} %`)
    .join(", ");
  return (
    <div
      role="alert"
      className="mx-3 mb-1 flex shrink-0 items-center gap-3 rounded-lg border border-fault bg-raised py-1 pr-1 pl-3"
    >
      <p className="min-w-0 flex-1 text-[12.5px] leading-snug">
        Runs back in time from {where}. It cannot be applied meanwhile.
      </p>
      <Button size="small" look="main" onClick={() => desk.set(untangle(curve))}>
        Untangle
      </Button>
    </div>
  );
}
