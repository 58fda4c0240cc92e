import { setMarker } from "@levitas/core/edit";
import { shownMarkers } from "@levitas/core/motion";
import type { Marker } from "@levitas/core/study";
import { lazy, type ReactNode, Suspense, useRef, useState } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { useDragSession } from "../../ui/useDragSession.ts";
import { snapTargets, snapTime } from "../geometry/snapTime.ts";
import { useBench, useFrame } from "../session/BenchContext.ts";
import type { Gesture } from "../session/gesture.ts";
import { bothTimes } from "../words/labels.ts";

const MarkerForm = lazy(async () => ({ default: (await import("./MarkerForm.tsx")).MarkerForm }));

/** A named time on the ruler: dragged to move, clicked for what can be done with it. */
export function MarkerFlag({ marker }: { marker: Marker }): ReactNode {
  const bench = useBench();
  const [open, setOpen] = useState(false);
  const element = useRef<HTMLButtonElement>(null);
  useFrame("The marker flag", ["motion", "axis"], () => {
    const time = shownMarkers(bench.motion).find(({ id }) => id === marker.id)?.time ?? marker.time;
    if (element.current) element.current.style.translate = `${bench.view.toX(time)}px 0`;
  });
  const bind = useDragSession<{ gesture: Gesture; targets: readonly number[] }>({
    start: () => ({
      gesture: bench.begin(),
      targets: snapTargets({ ...bench.study, markers: [] }, {}),
    }),
    move: ({ gesture, targets }, { dx, x, y, free }) => {
      if (!gesture.active) return;
      const { frameRate } = bench.study.scene;
      const { scale } = bench.view;
      const { time } = snapTime(Math.max(marker.time + dx / scale, 0), targets, {
        scale,
        frameRate,
        free,
      });
      gesture.update((study) => setMarker(study, { id: marker.id, time }));
      showTip(x, y, `${marker.name}: ${bothTimes(time, frameRate)}`);
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
    tap: () => setOpen(true),
  });
  const nudge = (way: number, far: boolean) =>
    bench.perform(setMarker, {
      id: marker.id,
      time: marker.time + (way * (far ? 10_000 : 1000)) / bench.study.scene.frameRate,
    });
  return (
    <>
      <button
        type="button"
        ref={element}
        {...bind()}
        onKeyDown={(event) => {
          const way = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
          if (event.key === "Enter") setOpen(true);
          if (way === 0) return;
          event.preventDefault();
          event.stopPropagation();
          nudge(way, event.shiftKey);
        }}
        aria-label={`Marker ${marker.name}`}
        title={`${marker.name}: drag it, click for more`}
        data-marker={marker.id}
        className="absolute bottom-0 left-0 z-10 max-w-28 cursor-pointer touch-none truncate rounded-r-sm border-l-2 border-plum bg-sunk px-1 text-[10.5px] leading-4 text-plum hover:bg-raised"
      >
        {marker.name}
      </button>
      <Panel
        name={`Marker ${marker.name}`}
        anchor={element}
        open={open}
        onOpenChange={setOpen}
        className="w-60 gap-2 p-3"
      >
        <Suspense fallback={null}>
          <MarkerForm marker={marker} close={() => setOpen(false)} />
        </Suspense>
      </Panel>
    </>
  );
}
