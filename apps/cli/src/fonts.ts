import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import { fontRules } from "@levitas/core/art";
import type { Study } from "@levitas/core/study";

const FILES = {
  sans: "@fontsource-variable/hanken-grotesk/files/hanken-grotesk-latin-wght-normal.woff2",
  mono: "@fontsource-variable/martian-mono/files/martian-mono-latin-standard-normal.woff2",
};
const { resolve } = createRequire(import.meta.url);

/** The fonts of a study's texts as `@font-face` rules; see `fontRules`. */
export function fontsOf(study: Study): Promise<string> {
  return fontRules(study, (face) => readFile(resolve(FILES[face])));
}
