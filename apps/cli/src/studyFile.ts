import { readFile } from "node:fs/promises";
import { readStudyText } from "@levitas/core/shape";
import type { Study } from "@levitas/core/study";
import { InputFault } from "./inputFault.ts";

/** Reads a study file; everything that is wrong with it ends the command. */
export async function readStudyFile(file: string): Promise<Study> {
  let text: string;
  try {
    text = await readFile(file, "utf8");
  } catch (error) {
    if (typeof error !== "object" || error === null || !("code" in error)) throw error;
    throw new InputFault([`${file}: The file cannot be read (${error.code}). Check its name.`]);
  }
  const study = readStudyText(text);
  if (!study.ok) throw InputFault.of(file, study.faults);
  return study.value;
}
