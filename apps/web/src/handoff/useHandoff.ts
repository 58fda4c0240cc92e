import type { HandoffParts, HandoffSettings } from "@levitas/core/format";
import type { Study } from "@levitas/core/study";
import { wrap } from "comlink";
import { useEffect, useState } from "react";
import type { Tasks, WrittenHandoff } from "./worker/tasks.ts";

/** Work on what still changes is thrown away, ms. */
const QUIET = 120;

/**
 * Writes a hand-off in a worker whenever what it depends on changes; a change ends the work on what was before. Answers
 * the last one that was written, and whether another is being written.
 */
export function useHandoff(
  study: Study,
  formatId: string,
  settings: HandoffSettings,
  parts: HandoffParts | null,
): { written: WrittenHandoff | null; of: string; busy: boolean; fault: string } {
  const [state, setState] = useState<{
    written: WrittenHandoff | null;
    of: string;
    fault: string;
  }>({ written: null, of: "", fault: "" });
  const [busy, setBusy] = useState(true);
  useEffect(() => {
    if (!parts) return;
    let worker: Worker | undefined;
    setBusy(true);
    const work = async () => {
      worker = new Worker(new URL("./worker/handoff.worker.ts", import.meta.url), {
        type: "module",
      });
      const { write } = wrap<Tasks>(worker);
      try {
        const written = await write(study, formatId, settings, parts);
        setState({ written, of: formatId, fault: "" });
      } catch (error) {
        const said = error instanceof Error ? error.message : String(error);
        setState({ written: null, of: formatId, fault: said });
      }
      worker.terminate();
      setBusy(false);
    };
    const timer = setTimeout(() => void work(), QUIET);
    return () => {
      clearTimeout(timer);
      worker?.terminate();
    };
  }, [study, formatId, settings, parts]);
  return { ...state, busy };
}
