import { stretchTween } from "@levitas/core/edit";
import { type Tween, tweenLength } from "@levitas/core/study";
import type { KeyboardEvent, ReactNode } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { snapTargets, snapTime } from "../axis/snapTime.ts";
import { useBench } from "../session/BenchContext.ts";
import type { Gesture } from "../session/gesture.ts";
import { bothTimes } from "../session/labels.ts";

interface Session {
  readonly gesture: Gesture;
  readonly start: number;
  readonly length: number;
  readonly targets: readonly number[];
}

/** A grip beside the end of a bar: it stretches the whole tween, all keys in proportion. */
export function StretchGrip({
  edge,
  tween,
  hold,
}: {
  edge: "start" | "end";
  tween: Tween;
  hold: (element: SVGPathElement | null) => void;
}): ReactNode {
  const bench = useBench();
  const startNow = () => bench.motion.placements.startOf(tween.id);
  const bind = useDragSession<Session>({
    start: () => ({
      gesture: bench.begin(),
      start: startNow(),
      length: tweenLength(tween),
      targets: snapTargets(bench.study, { tween: tween.id }),
    }),
    move: ({ gesture, start, length, targets }, { dx, x, y, free }) => {
      if (!gesture.active) return;
      const { frameRate } = bench.study.scene;
      const { scale } = bench.view;
      const from = edge === "end" ? start + length : start;
      const { time } = snapTime(from + dx / scale, targets, { scale, frameRate, free });
      gesture.update((study) => stretchTween(study, { tweenId: tween.id, edge, time }));
      const now = edge === "end" ? time - start : start + length - Math.max(time, 0);
      showTip(
        x,
        y,
        `${tween.name}: ${bothTimes(Math.max(now, 0), frameRate)} long\n× ${numberLabel(Math.max(now, 0) / length, 2)}`,
      );
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
  });
  const nudge = (event: KeyboardEvent) => {
    const way = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (way === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const frame = 1000 / bench.study.scene.frameRate;
    const at = startNow() + (edge === "end" ? tweenLength(tween) : 0);
    const by = event.shiftKey ? 10 * frame : event.altKey ? 1 : frame;
    bench.perform(stretchTween, { tweenId: tween.id, edge, time: at + way * by });
  };
  return (
    <path
      ref={hold}
      {...bind()}
      onKeyDown={nudge}
      role="slider"
      tabIndex={0}
      aria-label={`Stretch ${tween.name} by its ${edge}`}
      aria-valuenow={Math.round(tweenLength(tween))}
      aria-valuetext={`${Math.round(tweenLength(tween))} ms long`}
      data-stretch={`${tween.id} ${edge}`}
      className="cursor-ew-resize touch-none fill-transparent stroke-edge stroke-2 opacity-0 group-hover/row:opacity-100 hover:stroke-spruce focus-visible:opacity-100"
      pointerEvents="bounding-box"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      <title>Stretch the tween: all its keys keep their proportion</title>
    </path>
  );
}
