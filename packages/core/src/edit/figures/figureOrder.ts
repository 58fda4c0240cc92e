import type { Draft } from "immer";
import type { Figure, Study } from "../../study/index.ts";
import { defineEdit } from "../history/change.ts";

/**
 * Moves a figure before another one in the list, which is also the order from back to front; null moves it to the end.
 */
export const orderFigure = defineEdit<{ figureId: string; before: string | null }>(
  "reorder figures",
  (draft, { figureId, before }) => {
    const from = draft.figures.findIndex((each) => each.id === figureId);
    if (from < 0 || figureId === before) return;
    const [figure] = draft.figures.splice(from, 1);
    const to = before === null ? -1 : draft.figures.findIndex((each) => each.id === before);
    draft.figures.splice(to < 0 ? draft.figures.length : to, 0, figure as Draft<Figure>);
  },
);

/** Whether a figure is the other one or is nested in it, at any depth. */
export function isWithin(study: Study, figureId: string, inside: string): boolean {
  const parentOf = new Map(study.figures.map((figure) => [figure.id, figure.parent]));
  let at: string | null = figureId;
  for (let depth = 0; at !== null && depth < 64; depth++) {
    if (at === inside) return true;
    at = parentOf.get(at) ?? null;
  }
  return false;
}
