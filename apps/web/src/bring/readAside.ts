import type { Fault, Result } from "@levitas/core/fault";
import type { Brought } from "@levitas/core/format";
import { wrap } from "comlink";
import type { Reader } from "./bring.worker.ts";

/** Reads a text in a worker, which is ended when `stop` aborts. */
export async function readAside(text: string, stop: AbortSignal): Promise<Result<Brought>> {
  const worker = new Worker(new URL("./bring.worker.ts", import.meta.url), { type: "module" });
  stop.addEventListener("abort", () => worker.terminate());
  try {
    return await wrap<Reader>(worker).read(text);
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error);
    const cure = "Give a part of it, or tell us of it.";
    const faults: Fault[] = [{ code: "unreadable", path: "", message, cure }];
    return { ok: false, faults };
  } finally {
    worker.terminate();
  }
}
