import { readdirSync, readFileSync } from "node:fs";
import { resolve } from "node:path";
import { readStudyText } from "../shape/index.ts";
import type { Study } from "../study/index.ts";

const DEMO = resolve(import.meta.dirname, "../../../../demo");

/** The demo studies with their names, in their order. */
function allDemos(): [string, Study][] {
  return readdirSync(DEMO)
    .filter((file) => /^\d+-.*\.json$/.test(file))
    .sort((a, b) => Number.parseInt(a, 10) - Number.parseInt(b, 10))
    .map((file): [string, Study] => {
      const read = readStudyText(readFileSync(resolve(DEMO, file), "utf8"));
      if (!read.ok) throw new Error(`${file}: ${read.faults[0]?.message}`);
      return [read.value.name, read.value];
    });
}

/** The demo studies that play a sequence. */
export const demoStudies = (): [string, Study][] =>
  allDemos().filter(([, { sequence }]) => sequence.length > 0);

/** The demo studies that answer what somebody does. */
export const liveDemos = (): [string, Study][] => allDemos().filter(([, { live }]) => live);
