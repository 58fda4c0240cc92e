import type { HandoffParts, HandoffSettings } from "@levitas/core/format";
import type { Study } from "@levitas/core/study";
import { type Remote, wrap } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Tasks, WrittenHandoff } from "./worker/tasks.ts";

/** Work on what still changes is thrown away, ms. */
const QUIET = 120;

/** A worker that writes, and the study it has at hand. */
interface Writer {
  readonly worker: Worker;
  readonly tasks: Remote<Tasks>;
  study?: Study;
}

function openWriter(): Writer {
  const worker = new Worker(new URL("./worker/handoff.worker.ts", import.meta.url), {
    type: "module",
  });
  return { worker, tasks: wrap<Tasks>(worker) };
}

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
  const writer = useRef<Writer | null>(null);
  const end = useCallback(() => {
    writer.current?.worker.terminate();
    writer.current = null;
  }, []);
  useEffect(() => end, [end]);
  useEffect(() => {
    if (!parts) return;
    let isWriting = false;
    setBusy(true);
    const work = async () => {
      isWriting = true;
      writer.current ??= openWriter();
      const mine = writer.current;
      try {
        if (mine.study !== study) await mine.tasks.take(study);
        mine.study = study;
        const written = await mine.tasks.write(formatId, settings, parts);
        setState({ written, of: formatId, fault: "" });
      } catch (error) {
        const said = error instanceof Error ? error.message : String(error);
        setState({ written: null, of: formatId, fault: said });
        // A worker remembers what it could not load: the next one tries again.
        end();
      }
      isWriting = false;
      setBusy(false);
    };
    const timer = setTimeout(() => void work(), QUIET);
    return () => {
      clearTimeout(timer);
      if (isWriting) end();
    };
  }, [study, formatId, settings, parts, end]);
  return { ...state, busy };
}
