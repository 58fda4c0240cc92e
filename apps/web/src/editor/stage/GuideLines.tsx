import { setGuides } from "@levitas/core/edit";
import { type ReactNode, useRef } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useBench, useFrame, useStudy } from "../session/BenchContext.ts";
import type { Gesture } from "../session/gesture.ts";

/** The guides of the scene; each is dragged across its axis, and taken away by a double-click. */
export function GuideLines(): ReactNode {
  const { scene } = useStudy();
  return scene.guides?.map((guide, index) => (
    // Guides have no names; their order is what they are.
    <GuideLine key={index} index={index} axis={guide.axis} />
  ));
}

function GuideLine({ index, axis }: { index: number; axis: "x" | "y" }): ReactNode {
  const bench = useBench();
  const { camera } = bench;
  const group = useRef<SVGGElement>(null);
  useFrame("The guide lines", ["motion", "camera"], ({ study }) => {
    const at = study.scene.guides?.[index]?.at;
    if (at === undefined || !group.current) return;
    const { width, height } = camera.window;
    const [x, y] = [camera.left + at * camera.scale, camera.top + at * camera.scale];
    const line =
      axis === "x" ? { x1: x, y1: 0, x2: x, y2: height } : { x1: 0, y1: y, x2: width, y2: y };
    for (const child of group.current.children) writeAttributes(child, line);
  });
  const guidesWith = (at: number) =>
    (bench.study.scene.guides ?? []).map((guide, i) => (i === index ? { ...guide, at } : guide));
  const nudge = (by: number) => {
    const at = bench.study.scene.guides?.[index]?.at ?? 0;
    bench.perform(setGuides, { guides: guidesWith(at + by) });
  };
  const remove = () =>
    bench.perform(setGuides, {
      guides: (bench.study.scene.guides ?? []).filter((_, i) => i !== index),
    });
  const bind = useDragSession<{ readonly gesture: Gesture; readonly from: number }>({
    start: () => ({ gesture: bench.begin(), from: bench.study.scene.guides?.[index]?.at ?? 0 }),
    move: ({ gesture, from }, { dx, dy, x, y, free }) => {
      if (!gesture.active) return;
      const raw = from + (axis === "x" ? dx : dy) / camera.scale;
      const at = free ? raw : Math.round(raw);
      gesture.update((study) =>
        setGuides(study, {
          guides: (study.scene.guides ?? []).map((guide, i) =>
            i === index ? { ...guide, at } : guide,
          ),
        }),
      );
      showTip(x, y, `guide ${axis} ${Math.round(at)}`);
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
  });
  return (
    <g ref={group} className={axis === "x" ? "cursor-ew-resize" : "cursor-ns-resize"}>
      <line className="stroke-plum" strokeWidth={1} strokeDasharray="6 3" />
      <line
        {...bind()}
        onDoubleClick={remove}
        onKeyDown={(event) => {
          const way = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
          if (event.key === "Delete") remove();
          if (way) nudge(way * (event.shiftKey ? 10 : 1));
          if (!way && event.key !== "Delete") return;
          event.preventDefault();
          event.stopPropagation();
        }}
        role="slider"
        tabIndex={0}
        aria-label={`Guide ${index + 1}, ${axis === "x" ? "down" : "across"}`}
        aria-valuenow={0}
        className="pointer-events-auto touch-none stroke-transparent"
        strokeWidth={9}
      >
        <title>Guide: drag it, double-click to take it away</title>
      </line>
    </g>
  );
}
