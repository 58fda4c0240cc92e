import { nearestFrame } from "@levitas/core/motion";
import { type ReactNode, useRef } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { useDragSession } from "../../ui/useDragSession.ts";
import { useBench, useBenchState, useFrame } from "../session/BenchContext.ts";
import { bothTimes, timeLabel } from "../words/labels.ts";

/** The playhead through everything; its head carries the time and can be dragged. */
export function PlayheadLine(): ReactNode {
  const bench = useBench();
  const unit = useBenchState((state) => state.timeUnit);
  const line = useRef<HTMLDivElement>(null);
  const head = useRef<HTMLDivElement>(null);
  useFrame("The playhead line", ["time", "axis"], ({ time }) => {
    if (line.current) line.current.style.translate = `${bench.view.toX(time)}px 0`;
  });
  useFrame("The time at the playhead", ["numbers"], ({ time, study }) => {
    if (head.current) head.current.textContent = timeLabel(time, unit, study.scene.frameRate);
  });
  const bind = useDragSession<{ from: number; wasPlaying: boolean }>({
    start: () => {
      const wasPlaying = bench.clock.playing;
      bench.clock.pause();
      return { from: bench.clock.time, wasPlaying };
    },
    move: ({ from }, { dx, x, y, free }) => {
      const { frameRate } = bench.study.scene;
      const time = Math.max(from + dx / bench.view.scale, 0);
      bench.clock.seek(free ? time : nearestFrame(time, frameRate));
      showTip(x, y, bothTimes(bench.clock.time, frameRate));
    },
    end: ({ wasPlaying }) => {
      if (wasPlaying) bench.clock.play();
    },
  });
  return (
    <div ref={line} className="absolute inset-y-0 left-0 w-0">
      <div className="absolute inset-y-0 -left-px w-[1.5px] bg-marigold" />
      <div
        ref={head}
        title="Drag to scrub"
        {...bind()}
        className="pointer-events-auto absolute top-0 -translate-x-1/2 cursor-ew-resize touch-none rounded-full bg-marigold px-2 py-0.5 font-mono text-[10.5px] font-semibold whitespace-nowrap text-[#1e2430]"
      />
    </div>
  );
}
