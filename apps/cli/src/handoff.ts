import { writeFile } from "node:fs/promises";
import { HANDOFF_FORMATS } from "@levitas/core/format";
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
    await writeFile(out, text);
    streams.error(`Wrote ${out}.`);
  }
}
