import type { Bench } from "../session/bench.ts";
import { chosenFigures } from "../session/selection.ts";
import type { Alignment } from "../session/together.ts";
import type { Command } from "./command.ts";

/** Why something that needs several chosen figures does not apply. */
const needsFigures =
  (least: number) =>
  ({ selection }: Bench): string | undefined =>
    chosenFigures(selection).length >= least
      ? undefined
      : `Choose ${least === 2 ? "two" : "three"} figures first: Shift-click adds one.`;

/** What lines figures up comes with the first time it is asked for. */
const withAlign =
  (work: (commands: typeof import("./alignChosen.ts"), bench: Bench) => void) =>
  (bench: Bench): void =>
    void import("./alignChosen.ts").then((commands) => work(commands, bench));

const align = (how: Alignment, text: string): Command => ({
  id: `align-${how}`,
  label: `Align the chosen figures: ${text}`,
  why: needsFigures(2),
  run: withAlign(({ alignChosen }, bench) => alignChosen(bench, how)),
});

const distribute = (axis: "x" | "y", text: string): Command => ({
  id: `distribute-${axis}`,
  label: `Distribute the chosen figures: ${text}`,
  why: needsFigures(3),
  run: withAlign(({ distributeChosen }, bench) => distributeChosen(bench, axis)),
});

/** Lining figures up, where they stand at the playhead. */
export const ALIGN_COMMANDS: readonly Command[] = [
  align("left", "left edges"),
  align("center", "middles, across"),
  align("right", "right edges"),
  align("top", "top edges"),
  align("middle", "middles, down"),
  align("bottom", "bottom edges"),
  distribute("x", "equal gaps, across"),
  distribute("y", "equal gaps, down"),
];
