import { type ReactNode, useRef } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useBench, useFrame } from "../session/BenchContext.ts";
import { beginSceneChange } from "../session/changes.ts";
import {
  beginTogether,
  boxAround,
  type Place,
  type Together,
  togetherValues,
} from "../session/together.ts";

/** How far the turn handle stands off the box, px. */
const OFF = 24;

const CORNERS = [
  { id: "nw", u: 0, v: 0, name: "top left" },
  { id: "ne", u: 1, v: 0, name: "top right" },
  { id: "se", u: 1, v: 1, name: "bottom right" },
  { id: "sw", u: 0, v: 1, name: "bottom left" },
] as const;

interface Session {
  readonly together: Together;
  readonly turns: boolean;
  readonly from: Place;
  /** Angle of the pointer about the pivot in the last movement, and how far it has come, degrees. */
  last: number;
  turned: number;
}

/** One box around several chosen figures: its corners scale them, its handle turns them, about their common pivot. */
export function TogetherHandles({
  figureIds,
}: {
  readonly figureIds: readonly string[];
}): ReactNode {
  const bench = useBench();
  const { camera } = bench;
  const group = useRef<SVGGElement>(null);
  const part = (name: string) => group.current?.querySelector(`[data-together="${name}"]`);
  useFrame("The handles of several figures", ["time", "motion", "camera"], ({ motion, poses }) => {
    const box = boxAround({ motion }, poses, figureIds);
    if (!Number.isFinite(box.left)) return;
    const [left, top] = [
      camera.left + box.left * camera.scale,
      camera.top + box.top * camera.scale,
    ];
    const width = (box.right - box.left) * camera.scale;
    const height = (box.bottom - box.top) * camera.scale;
    writeAttributes(part("box"), { x: left, y: top, width, height });
    for (const { id, u, v } of CORNERS)
      writeAttributes(part(id), { x: left + u * width - 4.5, y: top + v * height - 4.5 });
    const [x, y] = [left + width / 2, top + height / 2];
    // A box at the top of the window keeps its turn handle in sight.
    const off = Math.max(top - OFF, 8);
    writeAttributes(part("stem"), { x1: x, y1: top, x2: x, y2: off });
    writeAttributes(part("turn"), { cx: x, cy: off });
    writeAttributes(part("pivot"), { d: `M${x - 5} ${y}H${x + 5}M${x} ${y - 5}V${y + 5}` });
  });
  const place = (x: number, y: number): Place => {
    const box = group.current?.ownerSVGElement?.getBoundingClientRect();
    return camera.toScene(x - (box?.left ?? 0), y - (box?.top ?? 0));
  };
  const angleOf = ({ x, y }: Place, pivot: Place) =>
    (Math.atan2(y - pivot.y, x - pivot.x) * 180) / Math.PI;
  const bind = useDragSession<Session>({
    start: ({ x, y, dx, dy }, target) => {
      const together = beginTogether(beginSceneChange(bench), figureIds);
      const from = place(x - dx, y - dy);
      const turns = target.getAttribute("data-together") === "turn";
      return { together, turns, from, last: angleOf(from, together.pivot), turned: 0 };
    },
    move: (session, { x, y, shift, free }) => {
      const { together, turns, from } = session;
      const { change, pivot } = together;
      if (!change.active()) return;
      const to = place(x, y);
      if (turns) {
        const angle = angleOf(to, pivot);
        // The short way from one movement to the next: a pointer does not leap half a turn.
        session.turned += ((angle - session.last + 540) % 360) - 180;
        session.last = angle;
        const step = shift ? 15 : free ? 0.1 : 1;
        const turned = Math.round(session.turned / step) * step;
        change.update(togetherValues(together, { angle: turned }));
        showTip(x, y, `${figureIds.length} figures turned ${numberLabel(turned, 1)}°`);
        return;
      }
      const reach = (at: Place) => Math.hypot(at.x - pivot.x, at.y - pivot.y);
      const raw = reach(to) / Math.max(reach(from), 1e-6);
      const factor = free ? raw : Math.round(raw * 100) / 100;
      change.update(togetherValues(together, { factor }));
      showTip(x, y, `${figureIds.length} figures × ${numberLabel(factor, 2)}`);
    },
    end: ({ together }, cancelled) => together.change.end(cancelled),
  });
  /** By the keyboard: arrows turn by a degree, or scale by a hundredth; Shift ten times as far. */
  const nudge = (turns: boolean) => (event: React.KeyboardEvent) => {
    const way =
      event.key === "ArrowRight" || event.key === "ArrowUp"
        ? 1
        : event.key === "ArrowLeft" || event.key === "ArrowDown"
          ? -1
          : 0;
    if (way === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const by = way * (event.shiftKey ? 10 : 1);
    const together = beginTogether(beginSceneChange(bench), figureIds);
    together.change.update(
      togetherValues(together, turns ? { angle: by } : { factor: 1 + by / 100 }),
    );
    together.change.end(false);
  };
  return (
    <g ref={group}>
      <rect data-together="box" className="fill-none stroke-spruce" strokeWidth={1.2} />
      <path data-together="pivot" className="fill-none stroke-marigold-ink" strokeWidth={1.5} />
      <line data-together="stem" className="stroke-spruce" strokeWidth={1.2} />
      {CORNERS.map(({ id, name }, i) => (
        <rect
          key={id}
          {...bind()}
          onKeyDown={nudge(false)}
          // One stop is enough for the keyboard: all corners do the same.
          tabIndex={i === 0 ? 0 : -1}
          role="slider"
          aria-valuenow={100}
          aria-valuetext="arrows scale"
          aria-label={`Scale the chosen figures by the ${name}`}
          data-together={id}
          width={9}
          height={9}
          rx={2}
          strokeWidth={1.5}
          className="pointer-events-auto cursor-nwse-resize touch-none fill-raised stroke-spruce"
        >
          <title>Scale them together</title>
        </rect>
      ))}
      <circle
        {...bind()}
        onKeyDown={nudge(true)}
        tabIndex={0}
        role="slider"
        aria-valuenow={0}
        aria-valuetext="arrows turn"
        aria-label="Turn the chosen figures"
        data-together="turn"
        r={5.5}
        strokeWidth={1.5}
        className="pointer-events-auto cursor-grab touch-none fill-raised stroke-spruce"
      >
        <title>Turn them together (Shift: steps of 15°)</title>
      </circle>
    </g>
  );
}
