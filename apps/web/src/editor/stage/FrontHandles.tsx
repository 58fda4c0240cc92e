import { setItems } from "@levitas/core/edit";
import { type Front, findTween, type Tween } from "@levitas/core/study";
import { frontDistances, frontReach } from "@levitas/core/timeline";
import { type ReactNode, useRef } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useBench, useBenchState, useFrame, useStudy } from "../session/BenchContext.ts";
import type { Gesture } from "../session/gesture.ts";

const RADIANS = Math.PI / 180;
/** How long the arrow of a front is, px of the window. */
const ARROW = 46;
/** How far a line reaches to both sides, px of the window. */
const FAR = 2000;

/** The front of the chosen tween, on the scene: where it begins, which way it goes, and where it is now. */
export function FrontHandles(): ReactNode {
  const study = useStudy();
  const id = useBenchState(({ selection }) => selection.items?.[0]);
  const tween = id === undefined ? undefined : findTween(study, id);
  if (tween?.stagger?.order !== "front" || !tween.stagger.front) return null;
  return <FrontOf key={tween.id} tween={tween} front={tween.stagger.front} />;
}

function FrontOf({ tween, front }: { tween: Tween; front: Front }): ReactNode {
  const bench = useBench();
  const { camera } = bench;
  const begin = useRef<SVGPathElement>(null);
  const now = useRef<SVGPathElement>(null);
  const arrow = useRef<SVGPathElement>(null);
  const middle = useRef<SVGCircleElement>(null);
  const tip = useRef<SVGCircleElement>(null);
  useFrame("The front handles", ["time", "motion", "camera"], ({ motion, time, study }) => {
    const shown = findTween(study, tween.id);
    const at = shown?.stagger?.front;
    if (!shown || !at) return;
    const x = camera.left + at.x * camera.scale;
    const y = camera.top + at.y * camera.scale;
    const angle = (at.angle ?? 0) * RADIANS;
    const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
    const line = (reach: number) => {
      const [px, py] = [x + dx * reach, y + dy * reach];
      return `M${px - dy * FAR} ${py + dx * FAR}L${px + dy * FAR} ${py - dx * FAR}`;
    };
    const circle = (radius: number) => {
      const r = Math.max(radius, 0.5);
      return `M${x - r} ${y}A${r} ${r} 0 1 1 ${x + r} ${y}A${r} ${r} 0 1 1 ${x - r} ${y}Z`;
    };
    const most = Math.max(0, ...frontDistances(study, shown.figures, at));
    const since = motion.placements.within(shown.id, time) - (shown.clip?.from ?? 0);
    const reach = frontReach(study, at, most, since) * camera.scale;
    const whole = most * camera.scale;
    const isLine = at.shape === "line";
    writeAttributes(begin.current, { d: isLine ? line(0) : circle(whole) });
    writeAttributes(now.current, {
      d: isLine ? line(reach) : circle(at.closing ? whole - reach : reach),
      visibility: since >= 0 && reach < whole ? "visible" : "hidden",
    });
    const [tx, ty] = [x + dx * ARROW, y + dy * ARROW];
    writeAttributes(arrow.current, {
      d: `M${x} ${y}L${tx} ${ty}M${tx - dx * 8 - dy * 5} ${ty - dy * 8 + dx * 5}L${tx} ${ty}L${tx - dx * 8 + dy * 5} ${ty - dy * 8 - dx * 5}`,
      visibility: isLine ? "visible" : "hidden",
    });
    writeAttributes(middle.current, { cx: x, cy: y });
    writeAttributes(tip.current, { cx: tx, cy: ty, visibility: isLine ? "visible" : "hidden" });
  });
  const change = (gesture: Gesture, part: Partial<Front>) =>
    gesture.update((study) => {
      const { stagger } = findTween(study, tween.id) ?? tween;
      return setItems(study, {
        ids: [tween.id],
        set: { stagger: { gap: 0, order: "front", ...stagger, front: { ...front, ...part } } },
      });
    });
  const move = useDragSession<{ gesture: Gesture }>({
    start: () => ({ gesture: bench.begin() }),
    move: ({ gesture }, { dx, dy, x, y }) => {
      if (!gesture.active) return;
      const place = {
        x: Math.round(front.x + dx / camera.scale),
        y: Math.round(front.y + dy / camera.scale),
      };
      change(gesture, place);
      showTip(x, y, `front at ${place.x}, ${place.y}`);
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
  });
  const turn = useDragSession<{ gesture: Gesture }>({
    start: () => ({ gesture: bench.begin() }),
    move: ({ gesture }, { dx, dy, x, y, free }) => {
      if (!gesture.active) return;
      const from = (front.angle ?? 0) * RADIANS;
      const raw = Math.atan2(Math.sin(from) * ARROW + dy, Math.cos(from) * ARROW + dx) / RADIANS;
      const angle = free ? Math.round(raw * 10) / 10 : Math.round(raw / 5) * 5;
      change(gesture, { angle });
      showTip(x, y, `towards ${angle}°`);
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
  });
  const nudge = (part: Partial<Front>) =>
    bench.perform(setItems, {
      ids: [tween.id],
      set: { stagger: { gap: 0, order: "front", ...tween.stagger, front: { ...front, ...part } } },
    });
  return (
    // biome-ignore lint/a11y/useSemanticElements: SVG has no fieldset of its own
    <svg
      className="pointer-events-none absolute inset-0 size-full"
      role="group"
      aria-label={`Front of ${tween.name}`}
    >
      <path ref={begin} className="fill-none stroke-marigold stroke-[1.5]" strokeDasharray="5 4" />
      <path ref={now} className="fill-none stroke-marigold stroke-[3]" opacity={0.9} />
      <path ref={arrow} className="fill-none stroke-marigold stroke-2" />
      <circle
        ref={middle}
        {...move()}
        r={7}
        role="slider"
        tabIndex={0}
        aria-label="Where the front begins"
        aria-valuenow={Math.round(front.x)}
        aria-valuetext={`${front.x}, ${front.y}`}
        data-front="middle"
        onKeyDown={(event) => {
          const by = event.shiftKey ? 10 : 1;
          const way = {
            ArrowRight: [1, 0],
            ArrowLeft: [-1, 0],
            ArrowDown: [0, 1],
            ArrowUp: [0, -1],
          }[event.key];
          if (!way) return;
          event.preventDefault();
          event.stopPropagation();
          nudge({ x: front.x + (way[0] as number) * by, y: front.y + (way[1] as number) * by });
        }}
        className="pointer-events-auto cursor-move touch-none fill-raised stroke-marigold stroke-2"
      >
        <title>Drag the front</title>
      </circle>
      <circle
        ref={tip}
        {...turn()}
        r={6}
        role="slider"
        tabIndex={0}
        aria-label="Where the front travels"
        aria-valuenow={front.angle ?? 0}
        data-front="tip"
        onKeyDown={(event) => {
          const way = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
          if (way === 0) return;
          event.preventDefault();
          event.stopPropagation();
          nudge({ angle: (front.angle ?? 0) + way * (event.shiftKey ? 10 : 1) });
        }}
        className="pointer-events-auto cursor-grab touch-none fill-marigold stroke-raised stroke-[1.5]"
      >
        <title>Turn the front</title>
      </circle>
    </svg>
  );
}
