import sansFile from "@fontsource-variable/hanken-grotesk/files/hanken-grotesk-latin-wght-normal.woff2?url";
import monoFile from "@fontsource-variable/martian-mono/files/martian-mono-latin-standard-normal.woff2?url";
import { fontRules } from "@levitas/core/art";
import type { Study } from "@levitas/core/study";

const FILES = { sans: sansFile, mono: monoFile };

/** The fonts of a study's texts as `@font-face` rules; see `fontRules`. */
export function fontsOf(study: Study): Promise<string> {
  return fontRules(
    study,
    async (face) => new Uint8Array(await (await fetch(FILES[face])).arrayBuffer()),
  );
}
