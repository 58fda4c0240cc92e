import { readClipboard } from "@levitas/core/edit";
import { sayFault } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";
import { chosenFigures } from "../session/selection.ts";
import { pasteKeysOf, pasteTime } from "./pasteKeys.ts";

/** Takes keys from text to be pasted later; text that holds none is passed over. */
export function takeText(bench: Bench, text: string): void {
  const read = readClipboard(text);
  if (read.ok) bench.store.setState({ copied: read.value });
}

/** Pastes keys from text; what is none, or comes damaged, is refused with the reason. */
export function pasteText(bench: Bench, text: string): void {
  const read = readClipboard(text);
  if (!read.ok) {
    const [fault] = read.faults;
    sayFault(
      new Error(`These keys cannot be pasted: ${fault?.path} ${fault?.message} ${fault?.cure}`),
    );
    return;
  }
  bench.store.setState({ copied: read.value });
  const names = new Set(read.value.tracks.map(({ from }) => from));
  const chosen = chosenFigures(bench.selection);
  const same = bench.study.figures.some(({ id, name }) => chosen.includes(id) && names.has(name));
  // On the figure they came from keys are as they were; another one gets them where it stands.
  const values = chosen.length === 0 || same ? "absolute" : "relative";
  pasteKeysOf(bench, read.value, { values }, pasteTime(bench));
}
