import { type Clipboard, copyKeys, keysOfFigure } from "@levitas/core/edit";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";

/** What was copied, in words. */
export function copiedWords(copied: Clipboard): string {
  const keys = copied.tracks.reduce((sum, track) => sum + track.keys.length, 0);
  const names = [...new Set(copied.tracks.map(({ from }) => from))].join(", ");
  return `${keys} ${keys === 1 ? "key" : "keys"} of ${names}, ${Math.round(copied.duration)} ms`;
}

/** Puts copied keys on the clipboard as text, and keeps it in this tab. */
function keepCopied(bench: Bench, copied: Clipboard): void {
  bench.store.setState({ copied });
  // Where the clipboard is refused, the copy in this tab still works.
  navigator.clipboard?.writeText(JSON.stringify(copied)).catch(() => undefined);
  say(`Copied ${copiedWords(copied)}.`);
}

/** Copies the chosen keys; answers whether there were any. `data` is where a copy event wants the text. */
export function copyChosen(bench: Bench, data?: DataTransfer | null): boolean {
  const copied = copyKeys(bench.study, bench.selection.keys);
  if (!copied) return false;
  data?.setData("text/plain", JSON.stringify(copied));
  keepCopied(bench, copied);
  return true;
}

/** Copies all that moves a figure. */
export function copyMotion(bench: Bench, figureId: string): void {
  const copied = copyKeys(bench.study, keysOfFigure(bench.study, figureId));
  if (copied) keepCopied(bench, copied);
  else say("Nothing moves this figure yet: there are no keys to copy.");
}
