import type { Draft } from "immer";
import {
  type ChannelId,
  type Figure,
  followsLever,
  type Study,
  type StudyScene,
} from "../../study/index.ts";
import { type Change, defineEdit, replaceWhole } from "../history/change.ts";
import { draftItems, draftTweens } from "../history/find.ts";
import { tidyLive } from "../live/tidyLive.ts";
import { removeItems } from "../sequence/removeItems.ts";

/** Renames the study. */
export const renameStudy = defineEdit<{ name: string }>("rename study", (draft, { name }) => {
  draft.name = name;
});

/** Changes the scene: size, background, frame rate. */
export const setScene = defineEdit<Partial<StudyScene>>("change scene", (draft, set) => {
  Object.assign(draft.scene, set);
});

/** Adds a figure in front of the others. */
export const addFigure = defineEdit<{ figure: Figure }>("add figure", (draft, { figure }) => {
  draft.figures.push(figure as Draft<Figure>);
});

/** Adds figures that belong together, such as a dial and its needle. */
export const addFigures = defineEdit<{ figures: readonly Figure[] }>(
  "add figure",
  (draft, { figures }) => {
    draft.figures.push(...(figures as Draft<Figure>[]));
  },
);

/** Renames a figure. */
export const renameFigure = defineEdit<{ figureId: string; name: string }>(
  "rename figure",
  (draft, { figureId, name }) => {
    const figure = draft.figures.find((each) => each.id === figureId);
    if (figure) figure.name = name;
  },
);

/** Sets the rest value of a channel. */
export const setRest = defineEdit<{ figureId: string; channel: ChannelId; value: number | string }>(
  "change value",
  (draft, { figureId, channel, value }) => {
    const figure = draft.figures.find((each) => each.id === figureId);
    if (!figure) return;
    if (channel === "pivotX") figure.pivot.x = Number(value) / 100;
    else if (channel === "pivotY") figure.pivot.y = Number(value) / 100;
    else figure.rest[channel] = value;
  },
);

/**
 * Deletes a figure, the figures nested in it and the tweens that move nothing else. Tweens of several figures lose it
 * from their list; followers with a deleted source or target are deleted.
 */
export const deleteFigure = defineEdit<{ figureId: string }>(
  "delete figure",
  (draft, { figureId }, study) => {
    removeFigures(draft, withDescendants(draft, figureId), study);
  },
);

/** Removes figures, the tweens that move nothing else, and followers with a removed source or target. */
export function removeFigures(draft: Draft<Study>, gone: ReadonlySet<string>, study: Study): void {
  draft.figures = draft.figures.filter((figure) => !gone.has(figure.id));
  draft.followers = draft.followers.filter(
    ({ figure, source }) => !gone.has(figure) && (followsLever(source) || !gone.has(source.figure)),
  );
  for (const item of draftItems(draft.sequence))
    if ((item.type === "freeze" || item.type === "shake") && item.figures)
      item.figures = item.figures.filter((id) => !gone.has(id));
  const emptied = new Set<string>();
  for (const tween of draftTweens(draft.sequence)) {
    if (!tween.figures.some((id) => gone.has(id))) continue;
    tween.figures = tween.figures.filter((id) => !gone.has(id));
    if (tween.figures.length === 0) emptied.add(tween.id);
  }
  if (emptied.size > 0) removeItems(draft, emptied, study);
  tidyLive(draft);
}

function withDescendants(draft: Draft<Study>, figureId: string): Set<string> {
  const found = new Set([figureId]);
  for (let grew = true; grew; ) {
    grew = false;
    for (const figure of draft.figures)
      if (figure.parent !== null && found.has(figure.parent) && !found.has(figure.id)) {
        found.add(figure.id);
        grew = true;
      }
  }
  return found;
}

/** Replaces the whole study by another state, as one change that can be undone. */
export function replaceStudy(study: Study, args: { study: Study; label: string }): Change {
  return replaceWhole(args.label, study, args.study);
}
