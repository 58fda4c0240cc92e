import { type PartForm, type PartOf, writePart } from "@levitas/core/format";
import { channelOf } from "@levitas/core/study";
import { copyText } from "../../ui/copyText.ts";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";
import { hasBlocks } from "./command.ts";

const FORM_WORDS: Readonly<Record<PartForm, string>> = {
  css: "CSS",
  function: "functions",
  frames: "frames",
};

/** Copies the chosen blocks, or the chosen lane, or all that moves the chosen figure. */
export async function copyPart(bench: Bench, form: PartForm): Promise<void> {
  const { items = [], figure, channel } = bench.selection;
  if (hasBlocks(bench)) return copyAs(bench, { items }, form);
  if (figure !== null)
    return copyAs(bench, { figure, ...(channel === null ? {} : { channel }) }, form);
}

/** Copies a part of the study in one of its forms. */
export async function copyAs(bench: Bench, of: PartOf, form: PartForm): Promise<void> {
  const name = wordsOf(bench, of);
  const text = writePart(bench.study, of, form);
  if (text === undefined) say(`Nothing moves in ${name} yet.`);
  else await copyText(text, `${name} as ${FORM_WORDS[form]}`);
}

function wordsOf({ study }: Bench, of: PartOf): string {
  if ("items" in of) return of.items.length === 1 ? "the block" : `${of.items.length} blocks`;
  const figure = study.figures.find(({ id }) => id === of.figure)?.name ?? "the figure";
  return of.channel ? `${channelOf(of.channel).label} of ${figure}` : figure;
}
