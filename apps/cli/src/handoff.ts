import { writeFile } from "node:fs/promises";
import { HANDOFF_FORMATS } from "@levitas/core/format";
import { InputFault } from "./inputFault.ts";
import type { Streams } from "./streams.ts";
import { readStudyFile } from "./studyFile.ts";

/** `levitas handoff STUDY.json --as FORMAT`: the code, on standard output or into a file. */
export async function handoff(
  file: string,
  as: string,
  out: string | undefined,
  streams: Streams,
  refuse: (message: string) => never,
): Promise<void> {
  const format = HANDOFF_FORMATS.find((each) => each.id === as);
  if (!format)
    return refuse(
      `error: there is no format ${JSON.stringify(as)}; give one of ${HANDOFF_FORMATS.map((each) => each.id).join(", ")}`,
    );
  const text = format.write(await readStudyFile(file));
  if (out === undefined) streams.print(text.trimEnd());
  else {
    try {
      await writeFile(out, text);
    } catch (error) {
      if (typeof error !== "object" || error === null || !("code" in error)) throw error;
      throw new InputFault([
        `${out}: The file cannot be written (${error.code}). Give a file in a folder that is there and may be written.`,
      ]);
    }
    streams.error(`Wrote ${out}.`);
  }
}
