import sansFile from "@fontsource-variable/hanken-grotesk/files/hanken-grotesk-latin-wght-normal.woff2?url";
import monoFile from "@fontsource-variable/martian-mono/files/martian-mono-latin-standard-normal.woff2?url";
import type { Study } from "@levitas/core/study";

async function face(family: string, file: string, more: string): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(file)).arrayBuffer());
  let letters = "";
  for (const byte of bytes) letters += String.fromCharCode(byte);
  return `@font-face { font-family: "${family}"; font-weight: 100 900; ${more}src: url(data:font/woff2;base64,${btoa(letters)}) format("woff2"); }`;
}

/** The fonts of a study's texts as `@font-face` rules that ask nobody for them; empty where nothing is written. */
export async function fontsOf({ figures }: Study): Promise<string> {
  const isWritten = figures.some(({ kind }) => ["card", "label", "dial", "chip"].includes(kind));
  const hasNumbers = figures.some(({ kind, look }) => kind === "label" && look.numbers);
  const faces = [
    ...(isWritten ? [face("Hanken Grotesk Variable", sansFile, "")] : []),
    ...(hasNumbers ? [face("Martian Mono Variable", monoFile, "font-stretch: 75% 112.5%; ")] : []),
  ];
  return (await Promise.all(faces)).join("\n");
}
