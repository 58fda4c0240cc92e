import { type ReactNode, useEffect, useMemo } from "react";
import { useStore } from "zustand";
import type { Clock } from "../../clock/clock.ts";
import { CurveKindMenu } from "../../curve-editor/CurveKindMenu.tsx";
import { CurveNumbers } from "../../curve-editor/CurveNumbers.tsx";
import { CurveText } from "../../curve-editor/CurveText.tsx";
import { DeskContext } from "../../curve-editor/desk/DeskContext.ts";
import { createDesk } from "../../curve-editor/desk/looseDesk.ts";
import { PointPanel } from "../../curve-editor/PointPanel.tsx";
import { CurvePlot } from "../../curve-editor/plot/CurvePlot.tsx";
import { TangleBar } from "../../curve-editor/TangleBar.tsx";
import { IconButton } from "../../ui/Button.tsx";
import { CloseIcon } from "../../ui/icons.tsx";
import { LETTERS, lineup, replaceRacer } from "./lineup.ts";

/** One racer's curve, edited beside the race; what races is the last curve that can. */
export function RacerEditor({
  index,
  clock,
  onClose,
}: {
  index: number;
  clock: Clock;
  onClose: () => void;
}): ReactNode {
  const racer = useStore(lineup, (state) => state.racers[index]);
  const { desk } = useMemo(() => {
    const { racers } = lineup.getState();
    const curve = racers[index]?.curve ?? { kind: "linear" as const };
    return createDesk(curve, {
      clock,
      keepsTangles: false,
      duration: () => lineup.getState().duration,
      changed: (next) => {
        const now = lineup.getState().racers[index];
        if (now && now.curve !== next) replaceRacer(index, { ...now, curve: next });
      },
    });
  }, [index, clock]);
  useEffect(() => {
    // Another curve was swapped in.
    if (racer && racer.curve !== desk.store.getState().curve && !desk.dragging)
      desk.replace(racer.curve);
  }, [racer, desk]);
  if (!racer) return null;
  return (
    <DeskContext value={desk}>
      <section
        aria-label={`Edit racer ${LETTERS[index]}`}
        className="flex w-[48%] max-w-130 shrink-0 flex-col border-l border-rule bg-paper"
      >
        <h3 className="flex h-8 shrink-0 items-center gap-2 pr-1 pl-3">
          <span className="font-semibold">{LETTERS[index]}</span>
          <span className="min-w-0 flex-1 truncate">{racer.name}</span>
          <IconButton label="Close the editor" size="small" onClick={onClose}>
            <CloseIcon size={14} />
          </IconButton>
        </h3>
        <div className="flex min-h-44 flex-1">
          <CurvePlot title={`Curve of racer ${LETTERS[index]}`} />
          <div className="flex w-44 shrink-0 flex-col gap-2 overflow-y-auto pr-3 pb-2">
            <CurveKindMenu />
            <CurveNumbers />
            <PointPanel />
          </div>
        </div>
        <TangleBar />
        <CurveText />
      </section>
    </DeskContext>
  );
}
