import type { CubicBezierCurve } from "@levitas/core/curve";
import { setSpanCurve } from "@levitas/core/edit";
import { type KeyboardEvent, type ReactNode, useRef } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { leaveFocus } from "../../ui/pointerFocus.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { numberLabel } from "../labels.ts";
import { useBench, useFrame } from "../model/BenchContext.ts";
import type { Gesture } from "../model/gesture.ts";
import { type HandleIndex, handleAt, handlesOf, snapHandle, withHandle } from "./handles.ts";
import { type Span, spanIn } from "./useSpan.ts";

interface Session {
  readonly gesture: Gesture;
  readonly curve: CubicBezierCurve;
  readonly from: { readonly x: number; readonly y: number };
  readonly perPixel: { readonly x: number; readonly y: number };
}

/** One handle of a cubic-bezier: free in value, clamped in time. A keyword or line becomes one. */
export function CurveHandle({ span, index }: { span: Span; index: HandleIndex }): ReactNode {
  const bench = useBench();
  const group = useRef<SVGGElement>(null);
  const arm = useRef<SVGLineElement>(null);
  const keyId = span.key.id;

  useFrame(({ study }) => {
    const curve = handlesOf((spanIn(study, bench.selection) ?? span).curve);
    if (!curve || !group.current || !arm.current) return;
    const { plot } = bench;
    const { x, y } = handleAt(curve, index);
    writeAttributes(group.current, {
      transform: `translate(${plot.toX(x)} ${plot.toY(y)})`,
      "aria-valuenow": y,
      "aria-valuetext": `time ${numberLabel(x, 2)}, value ${numberLabel(y, 2)}`,
    });
    const end = index - 1;
    writeAttributes(arm.current, {
      x1: plot.toX(end),
      y1: plot.toY(end),
      x2: plot.toX(x),
      y2: plot.toY(y),
    });
  });

  const bind = useDragSession<Session>({
    start: () => {
      const curve = handlesOf(span.curve);
      if (!curve) return undefined;
      return {
        gesture: bench.begin(),
        curve,
        from: handleAt(curve, index),
        // Held fast: the view may widen under the drag, the hand must not feel it.
        perPixel: bench.plot.perPixel,
      };
    },
    move: ({ gesture, curve, from, perPixel }, { dx, dy, x, y, free }) => {
      if (!gesture.active) return;
      const wanted = { x: from.x + dx * perPixel.x, y: from.y - dy * perPixel.y };
      const snapped = snapHandle(wanted, perPixel, free);
      const next = withHandle(curve, index, snapped);
      gesture.update((study) => setSpanCurve(study, { keyId, curve: next }));
      const at = handleAt(next, index);
      const why = snapped.to === "" ? "" : `\n${snapped.to}`;
      showTip(x, y, `time ${numberLabel(at.x, 2)}  value ${numberLabel(at.y, 2)}${why}`);
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
    // A click is for the keyboard: from then on the arrows nudge this handle.
    tap: (_, target) => (target as SVGElement).focus(),
  });

  const nudge = (event: KeyboardEvent) => {
    const curve = handlesOf(span.curve);
    const way = WAYS[event.key];
    if (!curve || !way) return;
    event.preventDefault();
    event.stopPropagation();
    const step = event.shiftKey ? 0.1 : event.altKey ? 0.001 : 0.01;
    const { x, y } = handleAt(curve, index);
    const next = withHandle(curve, index, { x: x + way[0] * step, y: y + way[1] * step });
    bench.perform(setSpanCurve, { keyId, curve: next });
  };

  const isGhost = span.curve.kind === "linear";
  return (
    <>
      <line
        ref={arm}
        className={`stroke-spruce ${isGhost ? "opacity-40" : ""}`}
        strokeWidth={1.3}
      />
      <g
        ref={group}
        {...bind()}
        onKeyDown={nudge}
        onMouseDown={leaveFocus}
        role="slider"
        tabIndex={0}
        aria-label={index === 1 ? "First handle" : "Second handle"}
        aria-valuenow={0}
        data-handle={index}
        className="cursor-grab touch-none"
      >
        <circle r={13} className="fill-transparent" />
        <circle r={6} className="fill-raised stroke-spruce" strokeWidth={2.2} />
      </g>
    </>
  );
}

const WAYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
