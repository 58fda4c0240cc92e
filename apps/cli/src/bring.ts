import { readFile } from "node:fs/promises";
import { basename } from "node:path";
import { bringInto, readBrought } from "@levitas/core/format";
import { emptyStudy } from "@levitas/core/study";
import { InputFault } from "./inputFault.ts";
import type { Streams } from "./streams.ts";
import { readStudyFile } from "./studyFile.ts";
import { writeOut } from "./writeOut.ts";

/** What `levitas bring` is called with, the file apart. */
export interface BringArguments {
  /** A study file it is added to; without one it becomes a study of its own. */
  readonly onto?: string;
  readonly out?: string;
}

/**
 * `levitas bring FILE`: the study that CSS, Web Animations, an SVG, a table of frames or tokens make, on standard output
 * or into a file. What could not be read goes to standard error, a line each.
 */
export async function bring(
  file: string,
  { onto, out }: BringArguments,
  streams: Streams,
): Promise<void> {
  let text: string;
  try {
    text = await readFile(file, "utf8");
  } catch (error) {
    if (typeof error !== "object" || error === null || !("code" in error)) throw error;
    throw new InputFault([
      `${file}: The file cannot be read (${error.code}). Give one that is there.`,
    ]);
  }
  const read = readBrought(text);
  if (!read.ok) throw InputFault.of(file, read.faults);
  for (const { place, what, why } of read.value.unread)
    streams.error(`${file}, ${place}: ${what}: ${why}.`);
  const name = basename(file)
    .replace(/\.\w+$/, "")
    .replace(/[-_]+/g, " ");
  const study = onto === undefined ? emptyStudy(name) : await readStudyFile(onto);
  const byName = read.value.figures.map(
    (each) =>
      study.figures.find((figure) => figure.name.toLowerCase() === each.name.toLowerCase())?.id ??
      null,
  );
  // Ids of their own, told apart from those of the study.
  const taken = new Set(JSON.stringify(study).match(/"id":"[^"]*"/g));
  let next = 0;
  const newId = (): string => {
    do next++;
    while (taken.has(`"id":"brought${next}"`));
    return `brought${next}`;
  };
  const whole = bringInto(study, read.value, byName, newId);
  await writeOut(`${JSON.stringify(whole, null, 2)}\n`, out, streams);
}
