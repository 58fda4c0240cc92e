import type { Page } from "puppeteer-core";

/** How smoothly a page drew while something went on. */
export interface Smoothness {
  readonly frames: number;
  /** Share of frames that came within 20 ms of the one before. */
  readonly inTime: number;
  /** 95th percentile of the times between frames, ms. */
  readonly p95: number;
  /** Longest task of the main thread, ms; 0 if none was over 50. */
  readonly longestTask: number;
}

/** Measures frames and long tasks of the page while `work` goes on. */
export async function measure(page: Page, work: () => Promise<void>): Promise<Smoothness> {
  await page.evaluate(() => {
    const times: number[] = [];
    const tasks: number[] = [];
    const observer = new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) tasks.push(entry.duration);
    });
    observer.observe({ type: "longtask" });
    const state = { times, tasks, observer, on: true };
    const frame = (now: number) => {
      times.push(now);
      if (state.on) requestAnimationFrame(frame);
    };
    requestAnimationFrame(frame);
    Object.assign(window, { __measured: state });
  });
  await work();
  return page.evaluate(() => {
    const { __measured: state } = window as unknown as {
      __measured: { times: number[]; tasks: number[]; observer: PerformanceObserver; on: boolean };
    };
    state.on = false;
    state.observer.disconnect();
    const gaps = state.times.slice(1).map((time, i) => time - (state.times[i] ?? time));
    const sorted = [...gaps].sort((a, b) => a - b);
    return {
      frames: gaps.length,
      inTime: gaps.filter((gap) => gap <= 20).length / Math.max(gaps.length, 1),
      p95: sorted[Math.floor(sorted.length * 0.95)] ?? 0,
      longestTask: Math.max(0, ...state.tasks),
    };
  });
}

/** One line for the log of the run. */
export function describeSmoothness(what: string, smoothness: Smoothness): string {
  const { frames, inTime, p95, longestTask } = smoothness;
  return `${what}: ${frames} frames, ${(inTime * 100).toFixed(1)} % within 20 ms, p95 ${p95.toFixed(1)} ms, longest task over 50 ms: ${longestTask === 0 ? "none" : `${longestTask.toFixed(0)} ms`}`;
}
