import type { Bench } from "../session/bench.ts";
import { beginSceneChange, type NewValue } from "../session/changes.ts";
import { chosenFigures } from "../session/selection.ts";
import {
  type Alignment,
  alignMoves,
  beginTogether,
  boxAround,
  distributeMoves,
  type Place,
  placeValues,
} from "../session/together.ts";
import type { Command } from "./command.ts";

/** Why something that needs several chosen figures does not apply. */
const needsFigures =
  (least: number) =>
  ({ selection }: Bench): string | undefined =>
    chosenFigures(selection).length >= least
      ? undefined
      : `Choose ${least === 2 ? "two" : "three"} figures first: Shift-click adds one.`;

/** Moves the chosen figures, each by what `moves` says for the boxes around them, px of the scene. */
function moveChosen(
  bench: Bench,
  moves: (boxes: readonly ReturnType<typeof boxAround>[]) => readonly Place[],
): void {
  const change = beginSceneChange(bench);
  const { members } = beginTogether(change, chosenFigures(bench.selection));
  const poses = change.motion.at(change.time, new Float64Array(change.motion.slotCount));
  const by = moves(members.map(({ id }) => boxAround(change, poses, [id])));
  const values = members.flatMap((member, i): NewValue[] => {
    const { x, y } = by[i] ?? { x: 0, y: 0 };
    return placeValues(member, { x: member.pivot.x + x, y: member.pivot.y + y }).filter(
      ({ channel }) => Math.abs(channel === "x" ? x : y) > 1e-9,
    );
  });
  change.update(values);
  change.end(false);
}

const align = (how: Alignment, text: string): Command => ({
  id: `align-${how}`,
  label: `Align the chosen figures: ${text}`,
  keys: [],
  shownKeys: "",
  why: needsFigures(2),
  run: (bench) => moveChosen(bench, (boxes) => alignMoves(boxes, how)),
});

const distribute = (axis: "x" | "y", text: string): Command => ({
  id: `distribute-${axis}`,
  label: `Distribute the chosen figures: ${text}`,
  keys: [],
  shownKeys: "",
  why: needsFigures(3),
  run: (bench) => moveChosen(bench, (boxes) => distributeMoves(boxes, axis)),
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
