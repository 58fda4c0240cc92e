import { lazy, type ReactNode, Suspense } from "react";
import type { Clock } from "../../clock/clock.ts";
import { LETTERS, RACER_HUES, type Racer } from "./lineup.ts";

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
    <>
      <ul className="flex flex-wrap gap-x-4 text-[12.5px]">
        {props.racers.map(({ id, name }, i) => (
          <li key={id}>
            <span className={`font-semibold ${RACER_HUES[i]?.text}`}>{LETTERS[i]}</span> {name}
          </li>
        ))}
      </ul>
      <Suspense fallback={<p className="text-muted">Drawing the graphs…</p>}>
        <OverlayGraphs {...props} />
      </Suspense>
    </>
  );
}
