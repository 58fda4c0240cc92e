import { type Draft, original } from "immer";
import { compileStudy, invertMatrix, mapPoint, matrixAt, pivotAt } from "../motion/index.ts";
import type { Figure, FigureHue, FigureLook, Guide, Study, Track, Tween } from "../study/index.ts";
import { defineEdit } from "./change.ts";
import { removeFigures } from "./figures.ts";
import { draftTweens } from "./find.ts";

const find = (draft: Draft<Study>, id: string) => draft.figures.find((each) => each.id === id);

/** Dresses a figure: fields given take the place of what was; `undefined` takes one away. */
export const setLook = defineEdit<{ figureId: string; look: Partial<FigureLook> }>(
  "dress figure",
  (draft, { figureId, look }) => {
    const figure = find(draft, figureId);
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
    const figure = find(draft, figureId);
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
}>("move pivot", (draft, { figureId, pivot, by }) => {
  const figure = find(draft, figureId);
  if (!figure) return;
  figure.pivot = { ...pivot };
  if (by) shiftFigure(draft, figureId, by);
});

/** Puts a figure before another one in the list, which is also the order from back to front; null puts it last. */
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

/** Whether a figure is another one or stands inside it, however deep. */
export function isWithin(study: Study, figureId: string, inside: string): boolean {
  const parentOf = new Map(study.figures.map((figure) => [figure.id, figure.parent]));
  let at: string | null = figureId;
  for (let depth = 0; at !== null && depth < 64; depth++) {
    if (at === inside) return true;
    at = parentOf.get(at) ?? null;
  }
  return false;
}

/**
 * Lets a figure stand inside another one, or in the scene (null). Where its pivot is at the study's start
 * it stays: its place, and every absolute key of it, is shifted by as much. A figure never goes inside
 * itself.
 */
export const nestFigure = defineEdit<{ figureId: string; parent: string | null }>(
  "nest figure",
  (draft, { figureId, parent }, study) => nest(draft, study, figureId, parent),
);

function nest(draft: Draft<Study>, study: Study, figureId: string, parent: string | null): void {
  const figure = find(draft, figureId);
  if (!figure || figure.parent === parent) return;
  if (parent !== null && (isWithin(study, parent, figureId) || !find(draft, parent))) return;
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
  shiftFigure(draft, figureId, by);
}

/** Shifts a figure's place and its absolute keys of place. Tweens that move others too are left as they are. */
function shiftFigure(draft: Draft<Study>, figureId: string, by: { x: number; y: number }): void {
  const figure = find(draft, figureId);
  if (!figure) return;
  for (const axis of ["x", "y"] as const) {
    if (by[axis] === 0) continue;
    figure.rest[axis] = Number(figure.rest[axis] ?? 0) + by[axis];
    for (const tween of draftTweens(draft.sequence)) {
      if (tween.figures.length !== 1 || tween.figures[0] !== figureId) continue;
      for (const track of tween.tracks) {
        if (track.channel !== axis || track.mode === "relative") continue;
        for (const key of track.keys) if (typeof key.value === "number") key.value += by[axis];
      }
    }
  }
}

/** What `groupFigures` needs. */
export interface NewGroup {
  readonly figureIds: readonly string[];
  readonly group: Figure;
}

/**
 * Puts figures that stand in one parent inside a new group, which stands where they do; nothing moves.
 * The group comes in with its box in that parent's px.
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
      const figure = find(draft, id);
      if (figure) figure.parent = group.id;
      shiftFigure(draft, id, by);
    }
  },
);

/** Ids for copies, asked for one at a time. */
export interface CopyArguments {
  readonly figureId: string;
  readonly name: string;
  readonly newId: () => string;
}

/**
 * Copies a figure with all that stands in it, in front of it, and with its motion: tweens that move it
 * alone are copied, those that move others too move the copy as well.
 */
export const duplicateFigure = defineEdit<CopyArguments>(
  "duplicate figure",
  (draft, { figureId, name, newId }, study) => {
    const members = study.figures.filter((figure) => isWithin(study, figure.id, figureId));
    if (members.length === 0) return;
    const copyOf = new Map(members.map((figure) => [figure.id, newId()]));
    const copies = members.map((figure) => ({
      ...figure,
      id: copyOf.get(figure.id) as string,
      ...(figure.id === figureId
        ? {
            name,
            rest: {
              ...figure.rest,
              x: Number(figure.rest.x ?? 0),
              y: Number(figure.rest.y ?? 0),
            },
          }
        : { parent: copyOf.get(figure.parent ?? "") ?? figure.parent }),
    }));
    const last = draft.figures.findIndex((figure) => figure.id === members.at(-1)?.id);
    draft.figures.splice(last + 1, 0, ...(copies as Draft<Figure>[]));
    const fresh: Draft<Tween>[] = [];
    for (const tween of draftTweens(draft.sequence)) {
      const moved = tween.figures.filter((id) => copyOf.has(id));
      if (moved.length === 0) continue;
      const copied = moved.map((id) => copyOf.get(id) as string);
      if (moved.length < tween.figures.length) {
        tween.figures.push(...copied);
        continue;
      }
      const source = (original(tween) ?? tween) as Tween;
      const tracks = source.tracks.map(
        (track: Track): Track => ({
          ...track,
          keys: track.keys.map((key) => ({ ...key, id: newId() })),
        }),
      );
      fresh.push({ ...source, id: newId(), figures: copied, tracks } as Draft<Tween>);
    }
    draft.sequence.push(...fresh);
  },
);

/** Takes a group away and lets what stood in it stand where the group stood; nothing moves at the start. */
export const dissolveGroup = defineEdit<{ figureId: string }>(
  "dissolve group",
  (draft, { figureId }, study) => {
    const group = study.figures.find((figure) => figure.id === figureId);
    if (!group) return;
    for (const figure of study.figures)
      if (figure.parent === figureId) nest(draft, study, figure.id, group.parent);
    removeFigures(draft, new Set([figureId]), study);
  },
);

/** Sets the guides of the scene. */
export const setGuides = defineEdit<{ guides: readonly Guide[] }>(
  "move guide",
  (draft, { guides }) => {
    if (guides.length === 0) delete draft.scene.guides;
    else draft.scene.guides = guides.map((guide) => ({ ...guide }));
  },
);
