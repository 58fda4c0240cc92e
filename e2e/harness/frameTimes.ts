import type { Page } from "puppeteer-core";

/** How smoothly a page drew while something went on, and what its main thread did for it. */
export interface Smoothness {
  /** Frames that were drawn. */
  readonly frames: number;
  /** Share of frames, 0 to 1, that came within 17 ms of the one before. */
  readonly inTime: number;
  /** Work of the main thread per frame in ms: script, style, layout, paint, layers and commit. */
  readonly work: { readonly mean: number; readonly p95: number };
  /** Longest task of the main thread, ms; 0 if none was over 50. */
  readonly longestTask: number;
}

/** What is read of an event of the browser's trace; times in microseconds. */
interface TraceEvent {
  readonly name: string;
  readonly ph: string;
  readonly pid: number;
  readonly tid: number;
  readonly ts: number;
  readonly dur?: number;
  readonly args?: {
    readonly name?: string;
    readonly data?: { readonly frames?: readonly { url: string; processId?: number }[] };
  };
}

const TRACED = [
  "-*",
  "devtools.timeline",
  "disabled-by-default-devtools.timeline.frame",
  "devtools.timeline.frame",
  "disabled-by-default-devtools.timeline",
];

const withoutHash = (url: string) => url.replace(/#.*/, "");

/**
 * What the main thread of a page did for its frames while `work` went on: the length in ms of each
 * task that drew a frame. A frame without a change is no frame.
 */
export async function tracedFrames(
  page: Page,
  work: () => Promise<void>,
): Promise<readonly number[]> {
  const place = withoutHash(page.url());
  await page.tracing.start({ categories: TRACED });
  await work();
  const buffer = await page.tracing.stop();
  if (!buffer) throw new Error("The browser gave no trace");
  const { traceEvents } = JSON.parse(new TextDecoder().decode(buffer)) as {
    traceEvents: readonly TraceEvent[];
  };
  const process = traceEvents
    .filter((event) => event.name === "TracingStartedInBrowser")
    .flatMap((event) => event.args?.data?.frames ?? [])
    .find((frame) => withoutHash(frame.url) === place)?.processId;
  if (process === undefined)
    throw new Error(`The trace does not tell which process draws ${place}`);
  const thread = traceEvents.find(
    (event) =>
      event.pid === process &&
      event.name === "thread_name" &&
      event.args?.name === "CrRendererMain",
  )?.tid;
  const own = traceEvents.filter((event) => event.pid === process && event.tid === thread);
  const begun = own
    .filter((event) => event.name === "BeginMainThreadFrame")
    .map((event) => event.ts)
    .sort((a, b) => a - b);
  const tasks = own
    .filter((event) => event.ph === "X" && event.name === "RunTask")
    .sort((a, b) => a.ts - b.ts);
  const lengths: number[] = [];
  let next = 0;
  for (const { ts, dur = 0 } of tasks) {
    while (next < begun.length && (begun[next] ?? 0) < ts) next++;
    if (next < begun.length && (begun[next] ?? 0) <= ts + dur) {
      lengths.push(dur / 1000);
      while (next < begun.length && (begun[next] ?? 0) <= ts + dur) next++;
    }
  }
  return lengths;
}

/** Measures frames, their work and long tasks of the page while `work` goes on. */
export async function measure(page: Page, work: () => Promise<void>): Promise<Smoothness> {
  await page.evaluate(() => {
    const times: number[] = [];
    const tasks: number[] = [];
    const observer = new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) tasks.push(entry.duration);
    });
    observer.observe({ type: "longtask" });
    const state = { times, tasks, observer, on: true };
    Object.assign(window, { __measured: state });
  });
  const lengths = await tracedFrames(page, async () => {
    await page.evaluate(() => {
      const { __measured: state } = window as unknown as {
        __measured: { times: number[]; on: boolean };
      };
      const frame = (now: number) => {
        state.times.push(now);
        if (state.on) requestAnimationFrame(frame);
      };
      requestAnimationFrame(frame);
    });
    await work();
    await page.evaluate(() => {
      (window as unknown as { __measured: { on: boolean } }).__measured.on = false;
    });
  });
  const { times, longestTask } = await page.evaluate(() => {
    const { __measured: state } = window as unknown as {
      __measured: { times: number[]; tasks: number[]; observer: PerformanceObserver };
    };
    state.observer.disconnect();
    return { times: state.times, longestTask: Math.max(0, ...state.tasks) };
  });
  const gaps = times.slice(1).map((time, i) => time - (times[i] ?? time));
  return {
    frames: gaps.length,
    inTime: gaps.filter((gap) => gap <= 17).length / Math.max(gaps.length, 1),
    work: {
      mean: lengths.reduce((sum, length) => sum + length, 0) / Math.max(lengths.length, 1),
      p95: [...lengths].sort((a, b) => a - b)[Math.floor(lengths.length * 0.95)] ?? 0,
    },
    longestTask,
  };
}

/** One line for the log of the run; `empty` is an empty page in the same run. */
export function describeSmoothness(
  what: string,
  { frames, inTime, work, longestTask }: Smoothness,
  empty: Smoothness,
): string {
  const share = (100 * inTime) / empty.inTime;
  const longest = longestTask === 0 ? "none" : `${longestTask.toFixed(0)} ms`;
  return `${what}: ${frames} frames, in time ${share.toFixed(1)} % of an empty page, work a frame ${work.mean.toFixed(1)} ms, p95 ${work.p95.toFixed(1)} ms, task over 50 ms: ${longest}`;
}
