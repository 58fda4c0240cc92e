import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import type { Study } from "@levitas/core/study";
import subsetFont from "subset-font";

const { resolve } = createRequire(import.meta.url);

/** The typefaces of the scene: their packages, and where on their axes they are used. */
const FACES = [
  { name: "hanken-grotesk", axis: "wght", width: {} },
  // Numbers are written somewhat narrower.
  { name: "martian-mono", axis: "standard", width: { wdth: 85 } },
] as const;
/** The weights in which figures are written that say none. */
const WEIGHTS = [400, 500, 600, 700];
/** The weights a font can have for a renderer that knows whole hundreds only. */
const HUNDREDS = [100, 200, 300, 400, 500, 600, 700, 800, 900];

/** How the typefaces call themselves once their axes are fixed: what a renderer looks for. */
export const FAMILIES = { sans: "Hanken Grotesk", mono: "Martian Mono SemiExpanded" } as const;

/** The fonts in which a study is written. */
export interface PictureFonts {
  /** TrueType files, one for each weight and script. */
  readonly files: readonly Uint8Array<ArrayBuffer>[];
  /** Letters that none of them has, each once. */
  readonly missing: readonly string[];
  /** The whole hundred under which each weight is found. */
  readonly weights: ReadonlyMap<number, number>;
}

/** Reads the scene's typefaces for a renderer that knows neither WOFF2 nor fonts with axes. */
export async function pictureFonts(study: Study): Promise<PictureFonts> {
  const letters = lettersOf(study);
  const weights = hundredsFor(study.figures.flatMap(({ look }) => look.weight ?? []));
  const missing = new Set(letters);
  const files: Promise<Uint8Array<ArrayBuffer>>[] = [];
  for (const face of FACES) {
    const folder = `@fontsource-variable/${face.name}`;
    // For each script the letters it has, as CSS says them: "U+0000-00FF,U+0131".
    const scripts: Readonly<Record<string, string>> = JSON.parse(
      await readFile(resolve(`${folder}/unicode.json`), "utf8"),
    );
    for (const [script, ranges] of Object.entries(scripts)) {
      const has = readRanges(ranges);
      const written = [...letters].filter((letter) => has(letter.codePointAt(0) ?? 0));
      if (written.length === 0) continue;
      for (const letter of written) missing.delete(letter);
      const font = await readFile(
        resolve(`${folder}/files/${face.name}-${script}-${face.axis}-normal.woff2`),
      );
      for (const [wght, hundred] of weights)
        files.push(
          subsetFont(font, written.join(""), {
            targetFormat: "truetype",
            variationAxes: { wght, ...face.width },
          }).then((file) => withWeight(file, hundred)),
        );
    }
  }
  return { files: await Promise.all(files), missing: [...missing], weights };
}

/** A whole hundred for each weight: its own, or the nearest that no other has. */
function hundredsFor(own: readonly number[]): ReadonlyMap<number, number> {
  const all = [...new Set([...WEIGHTS, ...own])];
  const found = new Map(all.filter((weight) => HUNDREDS.includes(weight)).map((w) => [w, w]));
  for (const weight of all) {
    if (found.has(weight)) continue;
    const free = HUNDREDS.filter((hundred) => ![...found.values()].includes(hundred));
    const near = (a: number, b: number) => Math.abs(a - weight) - Math.abs(b - weight);
    const hundred = free.sort(near)[0];
    // With more weights than hundreds, one is written as its neighbor.
    if (hundred !== undefined) found.set(weight, hundred);
  }
  return found;
}

/** A font that says another weight of itself. Source: OpenType, table OS/2, usWeightClass. */
function withWeight(file: Uint8Array<ArrayBuffer>, weight: number): Uint8Array<ArrayBuffer> {
  // A copy in memory of its own: `slice` of a Node Buffer goes on sharing the memory of others.
  const bytes = new Uint8Array(file);
  const view = new DataView(bytes.buffer);
  const tables = view.getUint16(4);
  for (let i = 0; i < tables; i++) {
    const record = 12 + 16 * i;
    if (String.fromCharCode(...bytes.subarray(record, record + 4)) === "OS/2")
      view.setUint16(view.getUint32(record + 8) + 4, weight);
  }
  return bytes;
}

/** All letters that are written in a study, as they are and as capitals. */
function lettersOf({ figures }: Study): ReadonlySet<string> {
  const all = figures
    .flatMap(({ look: { text = "", labels = [], back, ...front } }) => [
      ...[text, ...labels],
      ...[front, back ?? {}].flatMap(({ heading = "", title = "", detail = "" }) => [
        ...[heading, title, detail],
      ]),
    ])
    .join("");
  return new Set([...all, ...all.toUpperCase()].filter((letter) => letter !== "\n"));
}

/** Reads ranges of letters as CSS says them, and answers a test for a letter's number. */
function readRanges(text: string): (codePoint: number) => boolean {
  const ranges = text.split(",").map((range) => {
    const [from = 0, to = from] = range
      .replace("U+", "")
      .split("-")
      .map((part) => Number.parseInt(part, 16));
    return [from, to] as const;
  });
  return (codePoint) => ranges.some(([from, to]) => codePoint >= from && codePoint <= to);
}
