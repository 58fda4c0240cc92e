import type { Draft } from "immer";
import { compileStudy, invertMatrix, mapPoint, matrixAt, pivotAt } from "../../motion/index.ts";
import type { Figure, Study } from "../../study/index.ts";
import { defineEdit } from "../history/change.ts";
import { draftFigure } from "../history/find.ts";
import { isWithin } from "./figureOrder.ts";
import { removeFigures } from "./figures.ts";
import { shiftFigures } from "./shiftFigures.ts";

/**
 * Nests a figure in another one, or in the scene (null). Its pivot keeps its place at the start of the study: its
 * position and all its absolute position keys are shifted. A figure is never nested in itself.
 */
export const nestFigure = defineEdit<{ figureId: string; parent: string | null }>(
  "nest figure",
  (draft, { figureId, parent }, study) => nestIn(draft, study, figureId, parent),
);

function nestIn(draft: Draft<Study>, study: Study, figureId: string, parent: string | null): void {
  const figure = draftFigure(draft, figureId);
  if (!figure || figure.parent === parent) return;
  if (parent !== null && (isWithin(study, parent, figureId) || !draftFigure(draft, parent))) return;
  const motion = compileStudy(study);
  const index = motion.figureIndex(figureId);
  const [x, y] = pivotAt(motion, index, 0);
  const into = parent === null ? -1 : motion.figureIndex(parent);
  const back = into < 0 ? undefined : invertMatrix(matrixAt(motion, into, 0));
  const [there, thereY] = into < 0 ? [x, y] : back ? mapPoint(back, x, y) : [x, y];
  const width = motion.valueAt(index, "width", 0) * (motion.valueAt(index, "pivotX", 0) / 100);
  const height = motion.valueAt(index, "height", 0) * (motion.valueAt(index, "pivotY", 0) / 100);
  const by = {
    x: there - width - motion.valueAt(index, "x", 0),
    y: thereY - height - motion.valueAt(index, "y", 0),
  };
  figure.parent = parent;
  shiftFigures(draft, study, new Map([[figureId, by]]));
}

/** The arguments of `groupFigures`. */
export interface NewGroup {
  readonly figureIds: readonly string[];
  readonly group: Figure;
}

/**
 * Nests figures of one parent in a new group at the same place; nothing moves. The group's box is given in px of that
 * parent.
 */
export const groupFigures = defineEdit<NewGroup>(
  "group figures",
  (draft, { figureIds, group }, study) => {
    const members = study.figures.filter(
      (figure) => figureIds.includes(figure.id) && figure.parent === group.parent,
    );
    const [first] = members;
    if (!first) return;
    const at = draft.figures.findIndex((figure) => figure.id === first.id);
    draft.figures.splice(at, 0, group as Draft<Figure>);
    const by = { x: -Number(group.rest.x ?? 0), y: -Number(group.rest.y ?? 0) };
    for (const { id } of members) {
      const figure = draftFigure(draft, id);
      if (figure) figure.parent = group.id;
    }
    shiftFigures(draft, study, new Map(members.map(({ id }) => [id, by])));
  },
);
/** Dissolves a group: its members are nested where the group was, and nothing moves at the start. */
export const dissolveGroup = defineEdit<{ figureId: string }>(
  "dissolve group",
  (draft, { figureId }, study) => {
    const group = study.figures.find((figure) => figure.id === figureId);
    if (!group) return;
    // First, so that a tween that a member gets for itself hangs on nothing that goes.
    removeFigures(draft, new Set([figureId]), study);
    for (const figure of study.figures)
      if (figure.parent === figureId) nestIn(draft, study, figure.id, group.parent);
  },
);
