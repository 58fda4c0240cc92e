import { compileStudy, type Motion, stillTime } from "@levitas/core/motion";
import type { Study } from "@levitas/core/study";
import { type ReactNode, useEffect, useLayoutEffect, useMemo, useRef } from "react";
import { Clock } from "../clock/clock.ts";
import { FigureTree } from "./FigureTree.tsx";
import { ScenePainter } from "./painter.ts";

/** What plays in a miniature. */
type Shown = Pick<Motion, "duration" | "at">;

/** How long a playing miniature rests at its end, ms. */
const REST_AFTER = 500;

/**
 * A study small enough for a card, the whole of its scene. It stands where it shows most (see `stillTime`), and plays
 * while `playing`, resting a moment before it begins again.
 */
export function Miniature({ study, playing }: { study: Study; playing: boolean }): ReactNode {
  const painter = useMemo(() => new ScenePainter(), []);
  const motion = useMemo(() => compileStudy(study), [study]);
  const frame = useRef<HTMLDivElement>(null);
  const stage = useRef<HTMLDivElement>(null);
  const { width, height, background } = study.scene;

  useLayoutEffect(() => {
    const box = frame.current;
    if (!box) return;
    const fit = () => {
      const scale = Math.min(box.clientWidth / width, box.clientHeight / height);
      if (stage.current) stage.current.style.transform = `translate(-50%, -50%) scale(${scale})`;
    };
    fit();
    const observer = new ResizeObserver(fit);
    observer.observe(box);
    return () => observer.disconnect();
  }, [width, height]);

  useEffect(() => {
    const poses = new Float64Array(motion.slotCount);
    let over = false;
    let stop: (() => void) | undefined;
    const still = stillTime(motion);
    const rest = () => painter.paint(motion, motion.at(still, poses));
    rest();
    const play = (shown: Shown) => {
      if (over) return;
      const clock = new Clock();
      clock.setDuration(shown.duration + REST_AFTER);
      clock.onDraw(() =>
        painter.paint(motion, shown.at(Math.min(clock.time, shown.duration), poses)),
      );
      clock.play();
      stop = () => clock.dispose();
    };
    const [take] = study.live?.takes ?? [];
    // A study that answers shows how, by its first take.
    if (playing && motion.driven.length === 0 && take)
      void import("./takeShown.ts").then(({ takeShown }) => play(takeShown(study, take)));
    else if (playing) play(motion);
    return () => {
      over = true;
      stop?.();
      rest();
    };
  }, [study, motion, painter, playing]);

  return (
    <div ref={frame} className="relative size-full overflow-hidden" style={{ background }}>
      <div
        ref={stage}
        className="absolute top-1/2 left-1/2 origin-center overflow-hidden"
        style={{ width, height }}
        aria-hidden="true"
        inert
      >
        <FigureTree figures={study.figures} painter={painter} />
      </div>
    </div>
  );
}
