import {
  formatsFor,
  type HandoffFormat,
  type HandoffParts,
  type HandoffSettings,
} from "@levitas/core/format";
import type { Study } from "@levitas/core/study";
import { proxy, wrap } from "comlink";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { Button } from "../ui/Button.tsx";
import { sayFault } from "../ui/notices.tsx";
import { saveFile } from "../ui/saveFile.ts";
import type { Tasks } from "./worker/tasks.ts";

/** Saves every format as it was chosen, and the study itself, as one zip; pressed again it stops. */
export function SaveAll({
  study,
  fileName,
  wantedOf,
}: {
  study: Study;
  fileName: string;
  wantedOf: (format: HandoffFormat) => { settings: HandoffSettings; parts: HandoffParts };
}): ReactNode {
  const [done, setDone] = useState<number | null>(null);
  const running = useRef<{ worker: Worker; drawing: AbortController } | null>(null);
  const end = () => {
    running.current?.worker.terminate();
    running.current?.drawing.abort();
    running.current = null;
    setDone(null);
  };
  useEffect(
    () => () => {
      running.current?.worker.terminate();
      running.current?.drawing.abort();
    },
    [],
  );
  const save = async () => {
    const worker = new Worker(new URL("./worker/handoff.worker.ts", import.meta.url), {
      type: "module",
    });
    const drawing = new AbortController();
    running.current = { worker, drawing };
    setDone(0);
    try {
      const wanted = Object.fromEntries(formatsFor(study).map((each) => [each.id, wantedOf(each)]));
      const drawn: Record<string, Uint8Array> = {};
      // Pictures first: they are drawn by the page itself.
      for (const format of formatsFor(study)) {
        const { settings, parts } = wantedOf(format);
        const plan = format.picture?.(study, settings);
        if (!plan) continue;
        const { makePicture } = await import("./pictures/makePicture.ts");
        const { picture } = await makePicture(
          ...([study, plan, parts, () => {}] as const),
          drawing.signal,
        );
        drawn[format.id] = picture.bytes;
        setDone(Object.keys(drawn).length);
      }
      const begun = Object.keys(drawn).length;
      const bytes = await wrap<Tasks>(worker).zip(
        ...([study, fileName, wanted, drawn] as const),
        proxy((count: number) => setDone(Math.max(begun, count))),
      );
      saveFile(`${fileName}.zip`, bytes, "application/zip");
    } catch (error) {
      if (!drawing.signal.aborted) sayFault(error);
    }
    if (running.current?.worker === worker) end();
  };
  return (
    <Button look="main" onClick={() => (running.current ? end() : void save())}>
      {done === null ? "Save all as zip" : `Stop, ${done} of ${formatsFor(study).length} written`}
    </Button>
  );
}
