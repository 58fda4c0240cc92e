import type { Draft } from "immer";
import type { Figure, FigureHue, FigureLook } from "../../study/index.ts";
import { defineEdit } from "../history/change.ts";
import { draftFigure } from "../history/find.ts";
import { shiftFigures } from "./shiftFigures.ts";

/** Changes the appearance of a figure: given fields replace the current ones; `undefined` removes a field. */
export const setLook = defineEdit<{ figureId: string; look: Partial<FigureLook> }>(
  "dress figure",
  (draft, { figureId, look }) => {
    const figure = draftFigure(draft, figureId);
    if (!figure) return;
    const fresh = { ...figure.look, ...look };
    for (const key of Object.keys(fresh) as (keyof FigureLook)[])
      if (fresh[key] === undefined) delete fresh[key];
    figure.look = fresh as Draft<FigureLook>;
  },
);

/** Sets which of the five hues marks a figure in the timeline. */
export const setHue = defineEdit<{ figureId: string; hue: FigureHue }>(
  "mark figure",
  (draft, { figureId, hue }) => {
    const figure = draftFigure(draft, figureId);
    if (figure) figure.hue = hue;
  },
);

/**
 * Sets a figure's pivot, as fractions of its box. `by` shifts its position and its position keys, px, so that a figure
 * that is rotated or scaled stays where it is.
 */
export const setPivot = defineEdit<{
  figureId: string;
  pivot: Figure["pivot"];
  by?: { readonly x: number; readonly y: number };
}>("move pivot", (draft, { figureId, pivot, by }, study) => {
  const figure = draftFigure(draft, figureId);
  if (!figure) return;
  figure.pivot = { ...pivot };
  if (by) shiftFigures(draft, study, new Map([[figureId, by]]));
});
