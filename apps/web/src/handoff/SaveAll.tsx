import {
  HANDOFF_FORMATS,
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
  const running = useRef<Worker | null>(null);
  const end = () => {
    running.current?.terminate();
    running.current = null;
    setDone(null);
  };
  useEffect(() => () => running.current?.terminate(), []);
  const save = async () => {
    const worker = new Worker(new URL("./worker/handoff.worker.ts", import.meta.url), {
      type: "module",
    });
    running.current = worker;
    setDone(0);
    try {
      const wanted = Object.fromEntries(HANDOFF_FORMATS.map((each) => [each.id, wantedOf(each)]));
      const bytes = await wrap<Tasks>(worker).zip(study, fileName, wanted, proxy(setDone));
      saveFile(`${fileName}.zip`, bytes, "application/zip");
    } catch (error) {
      sayFault(error);
    }
    if (running.current === worker) end();
  };
  return (
    <Button look="main" onClick={() => (running.current ? end() : void save())}>
      {done === null ? "Save all as zip" : `Stop, ${done} of ${HANDOFF_FORMATS.length} written`}
    </Button>
  );
}
