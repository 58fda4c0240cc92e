import { type ReactNode, useLayoutEffect, useMemo, useRef } from "react";
import { useBench, useBenchState, useFrame, useStudy } from "../bench/model/BenchContext.ts";
import { FigureTree } from "./FigureTree.tsx";
import { drawSpacing, drawTwin, type Placement, type Spacing, spacingOf } from "./overlay.ts";
import { ScenePainter } from "./painter.ts";
import { SceneSwitch } from "./SceneSwitch.tsx";

/** The scene with its figures, and one canvas above them for what explains their motion. */
export function SceneView(): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const painter = useMemo(() => new ScenePainter(), []);
  const frame = useRef<HTMLDivElement>(null);
  const stage = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const placement = useRef<Placement>({ scale: 1, left: 0, top: 0 });
  const spacing = useRef<{ motion?: unknown; figure?: number; found?: Spacing | undefined }>({});
  const twinPoses = useRef(new Float64Array(0));
  const { showTwin, showSpacing, selection } = useBenchState((state) => state);
  const { width, height, background } = study.scene;

  useLayoutEffect(() => {
    const box = frame.current;
    if (!box) return;
    const fit = () => {
      const scale = Math.min(box.clientWidth / width, box.clientHeight / height);
      const left = (box.clientWidth - width * scale) / 2;
      const top = (box.clientHeight - height * scale) / 2;
      placement.current = { scale, left, top };
      if (stage.current)
        stage.current.style.transform = `translate(${left}px, ${top}px) scale(${scale})`;
      if (canvas.current) {
        canvas.current.width = Math.round(box.clientWidth * devicePixelRatio);
        canvas.current.height = Math.round(box.clientHeight * devicePixelRatio);
      }
      bench.clock.invalidate();
    };
    fit();
    const observer = new ResizeObserver(fit);
    observer.observe(box);
    return () => observer.disconnect();
  }, [bench, width, height]);

  useFrame(({ motion, poses, time }) => {
    painter.paint(motion, poses);
    const context = canvas.current?.getContext("2d");
    if (!canvas.current || !context) return;
    context.setTransform(devicePixelRatio, 0, 0, devicePixelRatio, 0, 0);
    context.clearRect(0, 0, canvas.current.width, canvas.current.height);
    const index = selection.figure === null ? -1 : motion.figureIndex(selection.figure);
    if (index < 0) return;
    if (showTwin && motion.driven.some((each) => each.figureIndex === index)) {
      const { twin } = bench;
      if (twinPoses.current.length !== twin.slotCount)
        twinPoses.current = new Float64Array(twin.slotCount);
      drawTwin(context, twin, twin.at(time, twinPoses.current), index, placement.current);
    }
    if (!showSpacing) return;
    const known = spacing.current;
    if (known.motion !== motion || known.figure !== index)
      spacing.current = { motion, figure: index, found: spacingOf(motion, index) };
    const { found } = spacing.current;
    if (found) drawSpacing(context, found, placement.current, { time, motion });
  });

  return (
    <section
      aria-label="Scene"
      className="relative h-[min(19.5rem,39vh)] shrink-0 overflow-hidden bg-sunk"
    >
      <div ref={frame} className="absolute inset-0">
        {/* Selecting by pointer; by keyboard the figures are reached in the timeline. */}
        <div
          ref={stage}
          className="absolute top-0 left-0 origin-top-left overflow-hidden"
          style={{ width, height, background }}
          onPointerDown={(event) => {
            const hit = (event.target as Element).closest("[data-figure]");
            const figure = hit?.getAttribute("data-figure") ?? null;
            if (figure === null) return;
            const driven = bench.motion.driven.find((each) => each.figure.id === figure);
            const track = driven?.layers[0]?.track.track;
            bench.select({
              figure,
              channel: driven?.channel.id ?? null,
              span: track && track.keys.length > 1 ? (track.keys[0]?.id ?? null) : null,
              keys: [],
            });
          }}
        >
          <FigureTree figures={study.figures} painter={painter} />
        </div>
        <canvas ref={canvas} className="pointer-events-none absolute inset-0 size-full" />
      </div>
      <div className="absolute bottom-2 left-2 flex gap-1.5">
        <SceneSwitch
          name="Linear twin"
          on={showTwin}
          toggle={() => bench.store.setState({ showTwin: !showTwin })}
        />
        <SceneSwitch
          name="Spacing"
          on={showSpacing}
          toggle={() => bench.store.setState({ showSpacing: !showSpacing })}
        />
      </div>
    </section>
  );
}
