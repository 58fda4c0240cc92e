import { joinable, joinPath, separatePath } from "@levitas/core/edit";
import { eachTween, findTween, type Tween } from "@levitas/core/study";
import { nanoid } from "nanoid";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";
import { may } from "./may.ts";

/** The tween along a path that moves the chosen figure. */
function pathOf({ study, selection: { figure } }: Bench): Tween | undefined {
  if (figure === null) return undefined;
  return [...eachTween(study.sequence)].find(
    (tween) => tween.path && tween.figures.includes(figure),
  );
}

/** Why x and y of the chosen figure cannot be joined to a path; undefined where they can. */
export function joinPathWhy(bench: Bench): string | undefined {
  const { figure } = bench.selection;
  if (pathOf(bench)) return "x and y are one path already.";
  return figure !== null && joinable(bench.motion, figure)
    ? undefined
    : "x and y have to be moved by one tween each, of this figure alone, that do not repeat.";
}

/** Joins x and y of the chosen figure to one path through space with one timing. */
export function joinChosenPath(bench: Bench): void {
  const { figure } = bench.selection;
  if (figure === null || !may(joinPathWhy(bench))) return;
  bench.perform(joinPath, { figureId: figure, newId: () => nanoid(8) });
  say("x and y are one path now: drag its points and handles on the scene.");
}

/** Why x and y of the chosen figure cannot be split; undefined where they can. */
export const splitPathWhy = (bench: Bench): string | undefined =>
  pathOf(bench) ? undefined : "It does not go along a path: x and y are two curves.";

/** Makes two curves, x and y, of the path of the chosen figure. */
export function splitChosenPath(bench: Bench): void {
  const joined = pathOf(bench);
  if (!joined || !may(splitPathWhy(bench))) return;
  bench.perform(separatePath, { tweenId: joined.id, newId: () => nanoid(8) });
  const after = findTween(bench.study, joined.id);
  if (after && !after.path) say("x and y are two curves now.");
}
