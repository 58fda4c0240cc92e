import {
  cutTethers,
  deleteItems,
  dissolveProblem,
  dissolveSequenceGroup,
  duplicateItems,
  groupProblem,
  joinProblem,
  joinTweens,
  makeSequenceGroup,
  moveItems,
  orderItem,
  setItems,
  splitProblem,
  splitTween,
} from "@levitas/core/edit";
import { findItem } from "@levitas/core/study";
import { nanoid } from "nanoid";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";
import { may } from "./may.ts";

/** The blocks that everything here is done with. */
const chosen = (bench: Bench): readonly string[] => bench.selection.items ?? [];

/** Moves the chosen blocks by a time, ms. */
export function moveChosen(bench: Bench, by: number): void {
  bench.perform(moveItems, { ids: chosen(bench), by });
}

export function splitChosen(bench: Bench): void {
  const [id] = chosen(bench);
  const { time } = bench.clock;
  if (id === undefined || !may(splitProblem(bench.study, id, time))) return;
  bench.perform(splitTween, { tweenId: id, time, newId: () => nanoid(8) });
  say("Split at the playhead. Both parts keep all keys; draw their ends out to see more.");
}

/** Why the chosen blocks cannot be joined; undefined where they can. */
export function joinWhy(bench: Bench): string | undefined {
  return joinProblem(bench.study, chosen(bench));
}

export function joinChosen(bench: Bench): void {
  if (!may(joinWhy(bench))) return;
  bench.perform(joinTweens, { ids: chosen(bench) });
}

export function duplicateChosen(bench: Bench): void {
  const ids = chosen(bench);
  if (ids.length === 0) return;
  const before = new Set(bench.motion.placements.byId.keys());
  bench.perform(duplicateItems, { ids, newId: () => nanoid(8) });
  const fresh = [...bench.motion.placements.byId.values()]
    .filter(
      ({ item, level }) =>
        !before.has(item.id) && (!level.group || before.has(level.group.item.id)),
    )
    .map(({ item }) => item.id);
  bench.selectItems(fresh);
}

export function disableChosen(bench: Bench): void {
  const ids = chosen(bench);
  const [first] = ids;
  if (first === undefined) return;
  const off = findItem(bench.study, first)?.disabled === true;
  bench.perform(setItems, { ids, set: { disabled: off ? undefined : true } });
}

export function groupChosenBlocks(bench: Bench): void {
  const ids = chosen(bench);
  if (!may(groupProblem(bench.study, ids))) return;
  const groupId = nanoid(8);
  bench.perform(makeSequenceGroup, { ids, groupId, name: "Group" });
  bench.selectItems([groupId]);
  say("Grouped. Double-click its name to give it one.");
}

/** Why the chosen block cannot be dissolved; undefined where it can. */
export function dissolveWhy(bench: Bench): string | undefined {
  return dissolveProblem(bench.study, chosen(bench)[0] ?? "");
}

export function dissolveChosen(bench: Bench): void {
  const [id] = chosen(bench);
  if (id === undefined || !may(dissolveWhy(bench))) return;
  const group = findItem(bench.study, id);
  const members = group?.type === "group" ? group.items.map((item) => item.id) : [];
  bench.perform(dissolveSequenceGroup, { id });
  bench.selectItems(members);
}

/** The list that the chosen block stands in, and its place there. */
function listOfChosen(bench: Bench): { readonly list: readonly string[]; readonly at: number } {
  const { byId, membersOf } = bench.motion.placements;
  const placed = byId.get(chosen(bench)[0] ?? "");
  const list = placed ? membersOf(placed.level).map(({ item }) => item.id) : [];
  return { list, at: placed ? list.indexOf(placed.item.id) : -1 };
}

/** Why the chosen block cannot go up (−1) or down (1) in its list; undefined where it can. */
export function orderWhy(bench: Bench, way: 1 | -1): string | undefined {
  const { list, at } = listOfChosen(bench);
  if (list[at + way] !== undefined) return undefined;
  return `It is the ${way === -1 ? "first" : "last"} of its list already.`;
}

/** Puts the chosen block above or below its neighbour: of two that start together the lower one wins. */
export function orderChosen(bench: Bench, way: 1 | -1): void {
  const { list, at } = listOfChosen(bench);
  const id = list[at];
  if (id === undefined || !may(orderWhy(bench, way))) return;
  const before = way === -1 ? (list[at - 1] ?? null) : (list[at + 2] ?? null);
  bench.perform(orderItem, { id, before });
}

/** Cuts the tethers of the chosen blocks; none of them moves. */
export function looseChosen(bench: Bench): void {
  bench.perform(cutTethers, { ids: chosen(bench) });
  say("They are not tethered any more, and stay where they are.");
}

export function deleteChosen(bench: Bench): void {
  const ids = chosen(bench);
  if (ids.length === 0) return;
  bench.perform(deleteItems, { ids });
  say(ids.length === 1 ? "Deleted the block." : `Deleted ${ids.length} blocks.`, {
    action: { text: "Undo", run: () => bench.undo() },
  });
}
