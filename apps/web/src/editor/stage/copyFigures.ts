import { type Change, duplicateFigure, isWithin, squash } from "@levitas/core/edit";
import { nanoid } from "nanoid";
import type { Bench } from "../session/bench.ts";
import { chosenFigures } from "../session/selection.ts";
import { freeName } from "../words/freeName.ts";

/** Copies the chosen figures with their motion, and chooses the copies. */
export function copyChosenFigures(bench: Bench): void {
  const { study } = bench;
  const chosen = chosenFigures(bench.selection);
  // What stands in a chosen figure is copied with it.
  const alone = chosen.filter(
    (id) => !chosen.some((other) => other !== id && isWithin(study, id, other)),
  );
  const known = new Set(study.figures.map(({ id }) => id));
  bench.perform(
    (from, ids: readonly string[]) =>
      ids.reduce<Change | undefined>((change, figureId) => {
        const now = change?.after ?? from;
        const name = now.figures.find(({ id }) => id === figureId)?.name ?? "";
        const next = duplicateFigure(now, {
          figureId,
          name: freeName(now, name),
          newId: () => nanoid(8),
        });
        return change ? squash(change, next) : next;
      }, undefined) as Change,
    alone,
  );
  const fresh = bench.study.figures.filter(
    ({ id, parent }) => !known.has(id) && (parent === null || known.has(parent)),
  );
  const [figure = null, ...more] = fresh.map(({ id }) => id);
  bench.select({ figure, channel: null, span: null, keys: [], more });
}
