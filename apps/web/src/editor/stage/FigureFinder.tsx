import { boxCorners } from "@levitas/core/motion";
import { type ReactNode, useRef } from "react";
import { boundsNow } from "../geometry/bounds.ts";
import { useBench, useFrame, useStudy } from "../session/BenchContext.ts";

/** Where the chosen figure is when it is out of sight: an arrow at the edge that brings it into view. */
export function FigureFinder({ figureId }: { figureId: string }): ReactNode {
  const bench = useBench();
  const { camera } = bench;
  const button = useRef<HTMLButtonElement>(null);
  const arrow = useRef<HTMLSpanElement>(null);
  const name = useStudy().figures.find(({ id }) => id === figureId)?.name ?? "";
  useFrame("The figure finder", ["time", "motion", "camera", "clock"], ({ motion, poses }) => {
    const index = motion.figureIndex(figureId);
    const element = button.current;
    if (index < 0 || !element || !arrow.current) return;
    if (bench.clock.playing) {
      if (element.style.visibility !== "hidden") element.style.visibility = "hidden";
      return;
    }
    const corners = boxCorners(motion, poses, index).map(([x, y]) => ({
      x: camera.left + x * camera.scale,
      y: camera.top + y * camera.scale,
    }));
    const { width, height } = camera.window;
    const inScene = { left: camera.left, top: camera.top };
    const [right, bottom] = [
      camera.left + motion.study.scene.width * camera.scale,
      camera.top + motion.study.scene.height * camera.scale,
    ];
    const [fromX, toX] = [Math.max(0, inScene.left), Math.min(width, right)];
    const [fromY, toY] = [Math.max(0, inScene.top), Math.min(height, bottom)];
    const out =
      corners.every(({ x }) => x < fromX) ||
      corners.every(({ x }) => x > toX) ||
      corners.every(({ y }) => y < fromY) ||
      corners.every(({ y }) => y > toY);
    const visibility = out ? "visible" : "hidden";
    if (element.style.visibility !== visibility) element.style.visibility = visibility;
    if (!out) return;
    const x = corners.reduce((sum, corner) => sum + corner.x, 0) / 4;
    const y = corners.reduce((sum, corner) => sum + corner.y, 0) / 4;
    const inset = { x: 48, y: 16 };
    const at = {
      x: Math.min(Math.max(x, inset.x), width - inset.x),
      y: Math.min(Math.max(y, inset.y), height - 52),
    };
    element.style.translate = `calc(${at.x}px - 50%) calc(${at.y}px - 50%)`;
    arrow.current.style.rotate = `${Math.atan2(y - at.y, x - at.x)}rad`;
  });
  return (
    <button
      ref={button}
      type="button"
      title={`${name} is out of sight here: bring it into view`}
      aria-label={`${name} is out of sight: bring it into view`}
      onClick={() => {
        const { width, height } = bench.study.scene;
        const box = boundsNow(bench, figureId);
        camera.show({
          left: Math.min(box.left, 0),
          top: Math.min(box.top, 0),
          right: Math.max(box.right, width),
          bottom: Math.max(box.bottom, height),
        });
      }}
      className="invisible absolute top-0 left-0 flex h-6 items-center gap-1 rounded-full bg-tip px-2 text-[11px] text-on-tip"
    >
      {name}
      <span ref={arrow} aria-hidden="true">
        ➜
      </span>
    </button>
  );
}
