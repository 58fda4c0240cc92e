import type { Curve } from "@levitas/core/curve";
import type { Conversion, ConversionOptions, Converted } from "@levitas/core/format";
import { proxy } from "comlink";
import { useEffect, useRef, useState } from "react";
import { startWorker } from "../../curve-editor/worker/curveWorker.ts";

/** A form that is asked for. */
export interface Asked {
  readonly key: string;
  readonly form: Conversion["id"];
  readonly title: string;
  readonly options: Partial<Omit<ConversionOptions, "progress">>;
  readonly note?: (result: Converted) => string;
}

/** A curve that still changes is not worth converting, ms. */
const QUIET = 180;

const NONE: ReadonlyMap<string, Converted> = new Map();

/**
 * Works out the forms of a curve in a worker, one after the other. A change ends the work on the curve
 * before: nothing that is typed or dragged waits for it.
 */
export function useConversions(
  curve: Curve | null,
  asked: readonly Asked[],
): { results: ReadonlyMap<string, Converted>; progress: number; stop: () => void } {
  const stopNow = useRef(() => {});
  const [state, setState] = useState({ results: NONE, progress: 1 });
  const wanted = JSON.stringify(asked.map(({ key, form, options }) => [key, form, options]));
  useEffect(() => {
    if (!curve) return;
    let over = false;
    let end = () => {};
    const work = async () => {
      const worker = startWorker();
      end = worker.end;
      const forms = JSON.parse(wanted) as [string, Asked["form"], Asked["options"]][];
      const results = new Map<string, Converted>();
      for (const [i, [key, form, options]] of forms.entries()) {
        const tell = (share: number) => {
          if (!over) setState((before) => ({ ...before, progress: (i + share) / forms.length }));
        };
        const result = await worker.tasks.convert(curve, form, options, proxy(tell));
        if (over) return;
        results.set(key, result);
        setState({ results: new Map(results), progress: (i + 1) / forms.length });
      }
      worker.end();
    };
    const cancel = () => {
      over = true;
      clearTimeout(timer);
      end();
      setState((before) => ({ ...before, progress: 1 }));
    };
    stopNow.current = cancel;
    setState({ results: NONE, progress: 0 });
    const timer = setTimeout(() => void work(), QUIET);
    return () => {
      over = true;
      clearTimeout(timer);
      end();
    };
  }, [curve, wanted]);
  return { ...state, stop: () => stopNow.current() };
}
