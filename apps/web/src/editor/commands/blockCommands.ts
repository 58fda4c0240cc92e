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

/** What can be done with the chosen blocks. Each answers why it cannot be done, or undefined where it was. */
const chosen = (bench: Bench): readonly string[] => bench.selection.items ?? [];

/** Says why something cannot be done; answers whether it can. */
function may(problem: string | undefined): boolean {
  if (problem) say(problem, { tone: "fault" });
  return problem === undefined;
}

/** Moves the chosen blocks by a time, ms. */
export function moveChosen(bench: Bench, by: number): void {
  bench.perform(moveItems, { ids: chosen(bench), by });
}

export function splitChosen(bench: Bench): void {
  const [id] = chosen(bench);
  const time = bench.clock.time;
  if (id === undefined || !may(splitProblem(bench.study, id, time))) return;
  bench.perform(splitTween, { tweenId: id, time, newId: () => nanoid(8) });
  say("Split at the playhead. Both parts keep all keys; draw their ends out to see more.");
}

export function joinChosen(bench: Bench): void {
  const ids = chosen(bench);
  if (!may(joinProblem(bench.study, ids))) return;
  bench.perform(joinTweens, { ids });
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

export function dissolveChosen(bench: Bench): void {
  const [id] = chosen(bench);
  if (id === undefined || !may(dissolveProblem(bench.study, id))) return;
  const group = findItem(bench.study, id);
  const members = group?.type === "group" ? group.items.map((item) => item.id) : [];
  bench.perform(dissolveSequenceGroup, { id });
  bench.selectItems(members);
}

/** Puts the chosen block above or below its neighbour: of two that start together the lower one wins. */
export function orderChosen(bench: Bench, way: 1 | -1): void {
  const [id] = chosen(bench);
  const placed = id === undefined ? undefined : bench.motion.placements.byId.get(id);
  if (!placed) return;
  const list = bench.motion.placements.membersOf(placed.level).map(({ item }) => item.id);
  const at = list.indexOf(placed.item.id);
  const before = way === -1 ? list[at - 1] : (list[at + 2] ?? null);
  if (before === undefined || (way === 1 && at === list.length - 1)) {
    say(`It is the ${way === -1 ? "first" : "last"} of its list already.`);
    return;
  }
  bench.perform(orderItem, { id: placed.item.id, before });
}

/** Cuts the tethers of the chosen blocks; none of them moves. */
export function looseChosen(bench: Bench): void {
  bench.perform(cutTethers, { ids: chosen(bench) });
  say("They hang on nothing any more, and stay where they are.");
}

export function deleteChosen(bench: Bench): void {
  const ids = chosen(bench);
  if (ids.length === 0) return;
  bench.perform(deleteItems, { ids });
  say(ids.length === 1 ? "Deleted the block." : `Deleted ${ids.length} blocks.`, {
    action: { text: "Undo", run: () => bench.undo() },
  });
}
