import { type Smoothing, smoothMotion } from "@levitas/core/edit";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";

/** Smooths the motion through the chosen keys; the button and the shortcut both come here. */
export function smoothChosen(bench: Bench, how: Smoothing): void {
  const before = bench.study;
  bench.perform(smoothMotion, { keyIds: bench.selection.keys, how });
  if (bench.study === before) say("These keys have no speed of their own to smooth.");
}
