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

/** Lines the chosen figures up, where they stand at the playhead. */
export function alignChosen(bench: Bench, how: Alignment): void {
  moveChosen(bench, (boxes) => alignMoves(boxes, how));
}

/** Gives the chosen figures equal gaps along an axis. */
export function distributeChosen(bench: Bench, axis: "x" | "y"): void {
  moveChosen(bench, (boxes) => distributeMoves(boxes, axis));
}

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
