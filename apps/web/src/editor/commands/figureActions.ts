import {
  deleteFigure,
  dissolveGroup,
  duplicateFigure,
  groupFigures,
  nestFigure,
  orderFigure,
  squash,
} from "@levitas/core/edit";
import type { Study } from "@levitas/core/study";
import { nanoid } from "nanoid";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";
import { siblings } from "../session/selection.ts";
import { freeName } from "../words/freeName.ts";
import { giveMotion } from "./pasteKeys.ts";

/** Puts figures of one parent in a new group around them. */
export function groupChosen(bench: Bench, figureIds: readonly string[]): boolean {
  const { study, motion } = bench;
  const [first] = study.figures.filter(({ id }) => figureIds.includes(id));
  if (!first) return false;
  const members = study.figures.filter(
    ({ id, parent }) => figureIds.includes(id) && parent === first.parent,
  );
  const poses = motion.at(0, new Float64Array(motion.slotCount));
  const read = (id: string, channel: "x" | "y" | "width" | "height") =>
    poses[motion.slot(motion.figureIndex(id), channel)] as number;
  const left = Math.min(...members.map(({ id }) => read(id, "x")));
  const top = Math.min(...members.map(({ id }) => read(id, "y")));
  const right = Math.max(...members.map(({ id }) => read(id, "x") + read(id, "width")));
  const bottom = Math.max(...members.map(({ id }) => read(id, "y") + read(id, "height")));
  const id = nanoid(8);
  bench.perform(
    groupFigures,
    {
      figureIds: members.map((each) => each.id),
      group: {
        id,
        name: freeName(study, "Group"),
        kind: "group",
        parent: first.parent,
        pivot: { x: 0.5, y: 0.5 },
        hue: first.hue,
        rest: { x: left, y: top, width: right - left, height: bottom - top },
        look: {},
      },
    },
    { figure: id, channel: null, span: null, keys: [] },
  );
  say(`Put ${members.length === 1 ? members[0]?.name : `${members.length} figures`} in a group.`);
  return true;
}

/** Deletes figures as one step, and says so. */
export function deleteFigures(bench: Bench, ids: readonly string[]): void {
  const { study } = bench;
  const names = study.figures.filter(({ id }) => ids.includes(id)).map(({ name }) => name);
  const [first, ...others] = ids;
  if (first === undefined || names.length === 0) return;
  bench.perform(
    (of: Study) =>
      others.reduce(
        (change, figureId) => squash(change, deleteFigure(change.after, { figureId })),
        deleteFigure(of, { figureId: first }),
      ),
    undefined,
  );
  const what = names.length === 1 ? `“${names[0]}”` : `${names.length} figures`;
  say(`Deleted ${what}.`, { action: { text: "Undo", run: () => bench.undo() } });
}

/** Duplicates a figure with its motion, and chooses the copy. */
export function duplicateOne(bench: Bench, figureId: string): void {
  const { study } = bench;
  const figure = study.figures.find(({ id }) => id === figureId);
  if (!figure) return;
  const known = new Set(study.figures.map(({ id }) => id));
  const name = freeName(study, figure.name);
  bench.perform(duplicateFigure, { figureId, name, newId: () => nanoid(8) });
  const copy = bench.study.figures.find(({ id }) => !known.has(id));
  if (copy) bench.select({ figure: copy.id, channel: null, span: null, keys: [] });
  say(`Duplicated ${figure.name} as ${name}.`);
}

/** Moves a figure one place up the list, further back (−1), or down, further in front (1). */
export function moveInList(bench: Bench, figureId: string, way: 1 | -1): void {
  const list = siblings(bench.study, figureId);
  const index = list.indexOf(figureId);
  const other = list[index + way];
  if (index < 0 || other === undefined) return;
  const before = way === -1 ? other : (list[index + 2] ?? null);
  bench.perform(orderFigure, { figureId, before });
}

/** Gives a figure the motion that was copied last. */
export function pasteMotion(bench: Bench, figureId: string): void {
  const { copied } = bench.store.getState();
  if (copied) giveMotion(bench, copied, figureId);
}

/** Takes the members of a group of figures out of it, and the group away. */
export function dissolve(bench: Bench, figureId: string): void {
  bench.perform(dissolveGroup, { figureId });
}

/** Puts a figure inside another one, or in the scene itself (null). It stays where it is. */
export function nest(bench: Bench, figureId: string, parent: string | null): void {
  bench.perform(nestFigure, { figureId, parent });
}
