import type { KeptHandoff } from "@levitas/core/format";
import { useCallback, useEffect, useRef, useState } from "react";
import { saveHandoff } from "../api/handoffs.ts";
import { sayFault } from "../ui/notices.tsx";

/** Changes follow one another; they are saved once they rest, ms. */
const QUIET = 400;

/** What is chosen for the hand-offs of a study, kept with the study whenever it changes and when the room is left. */
export function useKeptHandoff(
  id: string,
  found: KeptHandoff,
): [KeptHandoff, (next: Partial<KeptHandoff>) => void] {
  const [kept, setKept] = useState(found);
  const waiting = useRef<{ readonly chosen: KeptHandoff; readonly timer: number } | null>(null);
  const save = useCallback(() => {
    if (!waiting.current) return;
    const { chosen, timer } = waiting.current;
    clearTimeout(timer);
    waiting.current = null;
    saveHandoff(id, chosen).catch(sayFault);
  }, [id]);
  useEffect(() => {
    window.addEventListener("pagehide", save);
    return () => {
      window.removeEventListener("pagehide", save);
      save();
    };
  }, [save]);
  const change = (next: Partial<KeptHandoff>) => {
    const chosen = { ...kept, ...next };
    setKept(chosen);
    clearTimeout(waiting.current?.timer);
    waiting.current = { chosen, timer: window.setTimeout(save, QUIET) };
  };
  return [kept, change];
}
