import { writeFile } from "node:fs/promises";
import { InputFault } from "./inputFault.ts";
import type { Streams } from "./streams.ts";

/** Writes a text into a file, or to standard output where none is named. */
export async function writeOut(
  text: string | Uint8Array,
  out: string | undefined,
  streams: Streams,
): Promise<void> {
  if (out === undefined) {
    streams.print(String(text).trimEnd());
    return;
  }
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
