import type { Study } from "../study/index.ts";

/** The typefaces of the scene, each a file that whoever hands off has at hand. */
export type Typeface = "sans" | "mono";

const FACES: Readonly<Record<Typeface, { readonly family: string; readonly more: string }>> = {
  sans: { family: "Hanken Grotesk Variable", more: "" },
  mono: { family: "Martian Mono Variable", more: "font-stretch: 75% 112.5%; " },
};

/**
 * The fonts of a study's texts as `@font-face` rules that ask nobody for them; empty where nothing is written.
 *
 * @param read the bytes of a typeface as WOFF2
 */
export async function fontRules(
  { figures }: Study,
  read: (face: Typeface) => Promise<Uint8Array>,
): Promise<string> {
  const isWritten = figures.some(({ kind }) => ["card", "label", "dial", "chip"].includes(kind));
  const hasNumbers = figures.some(({ kind, look }) => kind === "label" && look.numbers);
  const needed: Typeface[] = [
    ...(isWritten ? (["sans"] as const) : []),
    ...(hasNumbers ? (["mono"] as const) : []),
  ];
  const rules = await Promise.all(
    needed.map(async (face) => {
      const { family, more } = FACES[face];
      let letters = "";
      for (const byte of await read(face)) letters += String.fromCharCode(byte);
      return `@font-face { font-family: "${family}"; font-weight: 100 900; ${more}src: url(data:font/woff2;base64,${btoa(letters)}) format("woff2"); }`;
    }),
  );
  return rules.join("\n");
}
