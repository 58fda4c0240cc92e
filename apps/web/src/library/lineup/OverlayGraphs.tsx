import { curvePolyline } from "@levitas/core/reading";
import {
  Chart,
  type ChartDataset,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
} from "chart.js";
import { type ReactNode, useEffect, useRef, useSyncExternalStore } from "react";
import type { Clock } from "../../clock/clock.ts";
import { compileCurve } from "../../curve-editor/curveReader.ts";
import { currentTheme, onTheme } from "../../theme/theme.ts";
import { LETTERS, RACER_HUES, type Racer } from "./lineup.ts";

Chart.register(LineController, LineElement, PointElement, LinearScale);

const SAMPLES = 200;
/** A vertical tangent has no top; beyond this the graph is cut off. */
const FASTEST = 8;

/** Two charts on one axis of time, with the playhead through both. */
export function OverlayGraphs({
  racers,
  duration,
  clock,
}: {
  racers: readonly Racer[];
  duration: number;
  clock: Clock;
}): ReactNode {
  return (
    <div className="flex h-56 gap-4">
      <OverlayChart
        title="value"
        of={valuePoints}
        racers={racers}
        duration={duration}
        clock={clock}
      />
      <OverlayChart
        title="speed"
        of={speedPoints}
        racers={racers}
        duration={duration}
        clock={clock}
      />
    </div>
  );
}

interface Point {
  readonly x: number;
  readonly y: number;
}

function valuePoints({ curve }: Racer, duration: number): Point[] {
  const line = curvePolyline(curve, SAMPLES);
  return Array.from({ length: line.length / 2 }, (_, i) => ({
    x: (line[2 * i] as number) * duration,
    y: line[2 * i + 1] as number,
  }));
}

function speedPoints({ curve }: Racer, duration: number): Point[] {
  const { slope } = compileCurve(curve);
  return Array.from({ length: SAMPLES + 1 }, (_, i) => {
    const p = i / SAMPLES;
    return { x: p * duration, y: Math.min(Math.max(slope(p, p === 1), -FASTEST), FASTEST) };
  });
}

function OverlayChart({
  title,
  of,
  racers,
  duration,
  clock,
}: {
  title: string;
  of: (racer: Racer, duration: number) => Point[];
  racers: readonly Racer[];
  duration: number;
  clock: Clock;
}): ReactNode {
  const canvas = useRef<HTMLCanvasElement>(null);
  const playhead = useRef<HTMLDivElement>(null);
  const theme = useSyncExternalStore(onTheme, currentTheme);
  useEffect(() => {
    if (!canvas.current) return;
    // Canvas knows no tokens; it is given what they stand for in this theme.
    const style = getComputedStyle(document.documentElement);
    const color = (token: string) => style.getPropertyValue(token).trim();
    const datasets = racers.map((racer, i): ChartDataset<"line", Point[]> => {
      const hue = RACER_HUES[i] ?? RACER_HUES[0];
      return {
        label: `${LETTERS[i]} ${racer.name}`,
        data: of(racer, duration),
        borderColor: color(hue.token),
        borderWidth: 2,
        pointRadius: 0,
      };
    });
    const axis = {
      border: { display: false },
      grid: { color: color("--rule") },
      ticks: { color: color("--muted"), font: { family: "Martian Mono Variable", size: 10 } },
    };
    const chart = new Chart(canvas.current, {
      type: "line",
      data: { datasets },
      options: {
        animation: false,
        parsing: false,
        normalized: true,
        maintainAspectRatio: false,
        events: [],
        scales: {
          x: { ...axis, type: "linear", min: 0, max: duration },
          y: { ...axis, type: "linear" },
        },
      },
      // The data of a theme is drawn anew with the other one.
    });
    chart.canvas.dataset.theme = theme;
    const stop = clock.onDraw(() => {
      const { left, right, top, bottom } = chart.chartArea;
      const share = Math.min(clock.shownTime / duration, 1);
      if (!playhead.current) return;
      playhead.current.style.transform = `translate(${left + share * (right - left)}px, ${top}px)`;
      playhead.current.style.height = `${bottom - top}px`;
    });
    return () => {
      stop();
      chart.destroy();
    };
  }, [racers, duration, clock, of, theme]);
  return (
    <figure className="flex min-w-0 flex-1 flex-col">
      <figcaption className="text-[12px] text-muted">{title}</figcaption>
      <div className="relative min-h-0 flex-1">
        <canvas ref={canvas} role="img" aria-label={`${title} of all racers over time`} />
        <div
          ref={playhead}
          className="pointer-events-none absolute top-0 left-0 w-[1.5px] bg-marigold"
        />
      </div>
    </figure>
  );
}
