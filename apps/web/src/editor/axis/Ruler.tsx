import { frameAt, nearestFrame, shownMarkers, timeOfFrame } from "@levitas/core/motion";
import { lazy, type ReactNode, Suspense, useRef } from "react";
import { tokenColor } from "../../theme/theme.ts";
import { canvasOf } from "../../ui/canvasOf.ts";
import { showTip } from "../../ui/dragTip.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { leaveFocus } from "../../ui/pointerFocus.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { useBench, useBenchState, useFrame, useStudy } from "../session/BenchContext.ts";
import type { Bench } from "../session/bench.ts";
import { bothTimes, type TimeUnit } from "../words/labels.ts";
import { MARGIN, rulerStepFrames, rulerStepMs } from "./laneGeometry.ts";
import { MarkerFlag } from "./MarkerFlag.tsx";

const HEIGHT = 34;
const FrameRates = lazy(async () => ({ default: (await import("./FrameRates.tsx")).FrameRates }));
const NEXT_UNIT = { ms: "s", s: "frames", frames: "ms" } as const;
const MARGIN_BUTTON =
  "rounded-md px-1.5 py-0.5 font-mono text-[11px] text-muted hover:bg-raised hover:text-ink";

/** The marks of time. Pressing or dragging on it moves the playhead. */
export function Ruler(): ReactNode {
  const bench = useBench();
  const { scene } = useStudy();
  const unit = useBenchState((state) => state.timeUnit);
  const canvas = useRef<HTMLCanvasElement>(null);

  // Another unit or frame rate comes with a render, which draws it anew.
  useFrame("The ruler", ["axis"], () => {
    if (canvas.current) drawRuler(canvas.current, bench, unit, scene.frameRate);
  });

  const scrub = (x: number, left: number, free: boolean) => {
    const time = Math.max(bench.view.toTime(x - left), 0);
    bench.clock.seek(free ? time : nearestFrame(time, scene.frameRate));
  };
  const bind = useDragSession<{ left: number; wasPlaying: boolean }>({
    start: (_, target) => {
      const wasPlaying = bench.clock.playing;
      bench.clock.pause();
      return { left: target.getBoundingClientRect().left, wasPlaying };
    },
    move: ({ left }, { x, y, free }) => {
      scrub(x, left, free);
      showTip(x, y, bothTimes(bench.clock.time, scene.frameRate));
    },
    end: ({ wasPlaying }) => {
      if (wasPlaying) bench.clock.play();
    },
  });
  return (
    <div className="flex shrink-0 border-b border-rule bg-sunk" style={{ height: HEIGHT }}>
      <div className="flex shrink-0 items-center px-3" style={{ width: MARGIN }}>
        <button
          type="button"
          onMouseDown={leaveFocus}
          onClick={() => bench.store.setState({ timeUnit: NEXT_UNIT[unit] })}
          title="Count in milliseconds, seconds or frames"
          className={MARGIN_BUTTON}
        >
          {unit}
        </button>
        <FrameRateField />
        <ArrangeSwitch />
      </div>
      <div className="relative min-w-0 flex-1 overflow-hidden">
        <div
          {...bind()}
          onPointerDownCapture={(event) => {
            // At once, not only when it moves: a click on the ruler goes there.
            if (event.button === 0)
              scrub(event.clientX, event.currentTarget.getBoundingClientRect().left, event.ctrlKey);
          }}
          data-testid="ruler"
          className="absolute inset-0 cursor-ew-resize touch-none"
        >
          <canvas ref={canvas} className="absolute inset-0 size-full" />
        </div>
        {shownMarkers(bench.motion).map((marker) => (
          <MarkerFlag key={marker.id} marker={marker} />
        ))}
      </div>
    </div>
  );
}

/** Frame rate of the scene: chosen, or typed as any number. */
function FrameRateField(): ReactNode {
  const { frameRate } = useStudy().scene;
  return (
    <Panel
      name="Frames a second"
      trigger={
        <button
          type="button"
          onMouseDown={leaveFocus}
          title="Frame rate of the scene: what times snap to and are counted in"
          className={MARGIN_BUTTON}
        >
          {frameRate} fps
        </button>
      }
      place={{ offset: 4 }}
      className="w-52 gap-2 p-3"
    >
      <Suspense fallback={null}>
        <FrameRates />
      </Suspense>
    </Panel>
  );
}

/** Lanes for what is inside the tweens, blocks for how they follow each other. */
function ArrangeSwitch(): ReactNode {
  const bench = useBench();
  const arranging = useBenchState((state) => state.arranging);
  const choose = (next: boolean) => bench.store.setState({ arranging: next });
  const look = (on: boolean) =>
    `rounded-md px-1.5 py-0.5 text-[11.5px] ${on ? "bg-raised font-semibold text-ink" : "text-muted hover:text-ink"}`;
  return (
    // biome-ignore lint/a11y/useSemanticElements: two buttons, not a form
    <div role="group" aria-label="Timeline shows" className="ml-auto flex rounded-md">
      <button
        type="button"
        aria-pressed={!arranging}
        title="The channels of each figure (Q)"
        onMouseDown={leaveFocus}
        onClick={() => choose(false)}
        className={look(!arranging)}
      >
        Lanes
      </button>
      <button
        type="button"
        aria-pressed={arranging}
        title="The whole sequence as blocks (Q)"
        onMouseDown={leaveFocus}
        onClick={() => choose(true)}
        className={look(arranging)}
      >
        Sequence
      </button>
    </div>
  );
}

function drawRuler(
  canvas: HTMLCanvasElement,
  bench: Bench,
  unit: TimeUnit,
  frameRate: number,
): void {
  const { view } = bench;
  const context = canvasOf(canvas, view.width, HEIGHT);
  if (!context) return;
  context.strokeStyle = tokenColor("edge");
  context.fillStyle = tokenColor("muted");
  context.font = '10.5px "Martian Mono Variable", monospace';
  context.textAlign = "center";
  context.textBaseline = "top";
  const frame = 1000 / frameRate;
  const unitLength = unit === "frames" ? frame : 1;
  const { major, parts } =
    unit === "frames" ? rulerStepFrames(view.scale * frame) : rulerStepMs(view.scale);
  const step = (major * unitLength) / parts;
  const first = Math.max(Math.ceil(view.from / step), 0);
  const last = Math.floor(view.toTime(view.width) / step);
  context.beginPath();
  for (let i = first; i <= last; i++) {
    const time = i * step;
    const x = Math.round(view.toX(time)) + 0.5;
    const lettered = i % parts === 0;
    context.moveTo(x, HEIGHT - (lettered ? 10 : 5));
    context.lineTo(x, HEIGHT);
    if (!lettered) continue;
    const text =
      unit !== "frames"
        ? String(((i / parts) * major) / (unit === "s" ? 1000 : 1))
        : String(frameAt(timeOfFrame((i / parts) * major, frameRate), frameRate));
    context.fillText(text, Math.max(x, 4 * text.length), 7);
  }
  context.stroke();
}
