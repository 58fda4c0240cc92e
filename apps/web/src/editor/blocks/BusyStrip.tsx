import { busyParts, type Motion } from "@levitas/core/motion";
import { type ReactNode, useLayoutEffect, useRef } from "react";
import { onTheme, tokenColor } from "../../theme/theme.ts";
import { canvasOf } from "../../ui/canvasOf.ts";
import { numberLabel } from "../../ui/numberLabel.ts";
import { MARGIN } from "../axis/laneGeometry.ts";
import { useBench, useFrame, useStudy } from "../session/BenchContext.ts";

const HEIGHT = 26;
/** px of one part. */
const PART = 3;

/** How long the sequence is, and a strip that is high where most channels move at once. */
export function BusyStrip(): ReactNode {
  const bench = useBench();
  useStudy();
  const canvas = useRef<HTMLCanvasElement>(null);
  const drawn = useRef<unknown[]>([]);
  const known = useRef<{ motion: Motion; key: string; parts: Uint16Array } | null>(null);
  useLayoutEffect(
    () =>
      onTheme(() => {
        drawn.current = [];
        bench.clock.invalidate();
      }),
    [bench],
  );
  useFrame("The busy strip", ["motion", "axis", "drag"], ({ motion }) => {
    const element = canvas.current;
    if (!element) return;
    const { view } = bench;
    const state = [motion, view.from, view.scale, view.width];
    // While something is dragged the strip stays as it was: counting is for afterwards.
    if (bench.dragging || state.every((value, i) => value === drawn.current[i])) return;
    drawn.current = state;
    const count = Math.max(Math.floor(view.width / PART), 1);
    const key = `${view.from} ${view.scale} ${count}`;
    if (known.current?.motion !== motion || known.current.key !== key)
      known.current = {
        motion,
        key,
        parts: busyParts(motion, view.from, view.toTime(view.width), count),
      };
    const { parts } = known.current;
    const most = Math.max(1, ...parts);
    const context = canvasOf(element, view.width, HEIGHT);
    if (!context) return;
    context.fillStyle = tokenColor("marigold");
    parts.forEach((busy, i) => {
      const height = (busy / most) * (HEIGHT - 8);
      context.globalAlpha = 0.35 + 0.55 * (busy / most);
      context.fillRect(i * PART, HEIGHT - 2 - height, PART - 0.6, height);
    });
    context.globalAlpha = 1;
    const peak = parts.indexOf(most);
    context.fillStyle = tokenColor("muted");
    context.font = '10px "Martian Mono Variable", monospace';
    const label = `${most} at once`;
    const x = (peak + 1.5) * PART;
    const left = x + 6 + context.measureText(label).width > view.width;
    context.textAlign = left ? "right" : "left";
    if (most > 1) context.fillText(label, left ? x - 8 : x + 6, 10);
  });
  const { duration, endless } = bench.motion;
  return (
    <div className="flex shrink-0 border-b border-rule bg-paper" style={{ height: HEIGHT }}>
      <div
        className="flex shrink-0 items-center gap-1.5 border-r border-rule px-3 text-[11.5px]"
        style={{ width: MARGIN }}
        data-testid="whole-length"
      >
        <span className="font-mono">{numberLabel(duration, 0)} ms</span>
        <span className="truncate text-muted">{endless ? "and endless parts" : "in all"}</span>
      </div>
      <canvas
        ref={canvas}
        role="img"
        aria-label="How many channels move at once"
        className="min-w-0 flex-1"
        style={{ height: HEIGHT }}
      />
    </div>
  );
}
