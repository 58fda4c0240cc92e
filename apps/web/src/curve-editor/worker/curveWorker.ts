import { type Remote, wrap } from "comlink";
import type { Tasks } from "./tasks.ts";

/** A worker of one's own; ending it cancels whatever it does. */
export interface CurveWorker {
  readonly tasks: Remote<Tasks>;
  readonly end: () => void;
}

/** Starts a worker. */
export function startWorker(): CurveWorker {
  const worker = new Worker(new URL("./curve.worker.ts", import.meta.url), { type: "module" });
  return { tasks: wrap<Tasks>(worker), end: () => worker.terminate() };
}

/** Has a worker do one thing and ends it. */
export async function withWorker<T>(work: (worker: Remote<Tasks>) => Promise<T>): Promise<T> {
  const { tasks, end } = startWorker();
  try {
    return await work(tasks);
  } finally {
    end();
  }
}
