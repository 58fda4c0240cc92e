import { lazy, type ReactNode, Suspense } from "react";
import type { Clock } from "../../clock/clock.ts";
import type { Racer } from "./lineup.ts";

/** The library that draws the charts weighs more than the rest of the screen; it comes when asked for. */
const OverlayGraphs = lazy(async () => ({
  default: (await import("./OverlayGraphs.tsx")).OverlayGraphs,
}));

/** Value and speed of all racers over one another. */
export function GraphView(props: {
  racers: readonly Racer[];
  duration: number;
  clock: Clock;
}): ReactNode {
  return (
    <Suspense fallback={<p className="text-muted">Drawing the graphs…</p>}>
      <OverlayGraphs {...props} />
    </Suspense>
  );
}
