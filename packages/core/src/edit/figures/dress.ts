import type { Draft } from "immer";
import type { Figure, FigureHue, FigureLook } from "../../study/index.ts";
import { defineEdit } from "../history/change.ts";
import { draftFigure } from "../history/find.ts";
import { shiftFigures } from "./shiftFigures.ts";

/** Dresses a figure: fields given take the place of what was; `undefined` takes one away. */
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

/** Gives a figure another of the five hues that mark it in the timeline. */
export const setHue = defineEdit<{ figureId: string; hue: FigureHue }>(
  "mark figure",
  (draft, { figureId, hue }) => {
    const figure = draftFigure(draft, figureId);
    if (figure) figure.hue = hue;
  },
);

/**
 * Puts the point a figure turns and scales about, as shares of its box. `by` shifts its place and the
 * keys of its place, px, so that a figure that is turned or scaled stays where it is.
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
