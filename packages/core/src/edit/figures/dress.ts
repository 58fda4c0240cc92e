import { current, type Draft, isDraft } from "immer";
import { compileStudy, invertMatrix, mapPoint, matrixAt, pivotAt } from "../../motion/index.ts";
import {
  eachTween,
  type Figure,
  type FigureHue,
  type FigureLook,
  type Follower,
  type Guide,
  type Study,
  type Track,
  type Tween,
} from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { defineEdit } from "../history/change.ts";
import { draftItem, draftItems, draftTweens, listHolding } from "../history/find.ts";
import { freshId } from "../tween.ts";
import { removeFigures } from "./figures.ts";

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
}>("move pivot", (draft, { figureId, pivot, by }, study) => {
  const figure = find(draft, figureId);
  if (!figure) return;
  figure.pivot = { ...pivot };
  if (by) shiftFigures(draft, study, new Map([[figureId, by]]));
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
  shiftFigures(draft, study, new Map([[figureId, by]]));
}

/**
 * Shifts places of figures with their absolute keys of place, each by as much as `by` says. A tween whose figures are
 * all shifted alike is shifted as it is; a figure that moves along with others gets the tween as one of its own first.
 */
function shiftFigures(
  draft: Draft<Study>,
  study: Study,
  by: ReadonlyMap<string, { readonly x: number; readonly y: number }>,
): void {
  for (const [id, { x, y }] of by) {
    const figure = find(draft, id);
    if (!figure) continue;
    if (x !== 0) figure.rest.x = Number(figure.rest.x ?? 0) + x;
    if (y !== 0) figure.rest.y = Number(figure.rest.y ?? 0) + y;
  }
  // All of them first: the list grows on the way.
  for (const tween of [...draftTweens(draft.sequence)]) {
    if (!tween.tracks.some(isShifted) || !tween.figures.some((id) => by.has(id))) continue;
    const [first, ...others] = tween.figures.map((figure) => by.get(figure));
    const isAlike = others.every((each) => each?.x === first?.x && each?.y === first?.y);
    if (isAlike) {
      if (first) shiftKeys(tween, first);
      continue;
    }
    for (const figure of [...tween.figures]) {
      const own = by.get(figure);
      if (own) shiftKeys(takeOut(draft, study, tween, figure), own);
    }
  }
}

const isShifted = (track: Pick<Track, "channel" | "mode">): boolean =>
  (track.channel === "x" || track.channel === "y") && track.mode !== "relative";

function shiftKeys(tween: Draft<Tween>, by: { readonly x: number; readonly y: number }): void {
  for (const track of tween.tracks) {
    if (!isShifted(track)) continue;
    const way = track.channel === "x" ? by.x : by.y;
    for (const key of track.keys) if (typeof key.value === "number") key.value += way;
  }
}

/**
 * Gives one figure of a tween the same tween as one of its own, beside it, starting when it started for that figure.
 * The others keep theirs.
 */
function takeOut(
  draft: Draft<Study>,
  study: Study,
  tween: Draft<Tween>,
  figure: string,
): Draft<Tween> {
  const place = tween.figures.indexOf(figure);
  const offsets = placeItems(study).byId.get(tween.id)?.offsets ?? [];
  const source = (isDraft(tween) ? current(tween) : tween) as Tween;
  const { stagger, ...rest } = source;
  const own = {
    ...rest,
    id: freshId(draft, `${tween.id}-${figure}`),
    figures: [figure],
    tether: { ...source.tether, offset: source.tether.offset + (offsets[place] ?? 0) },
    tracks: source.tracks.map((track) => ({
      ...track,
      keys: track.keys.map((key) => ({ ...key, id: freshId(draft, `${key.id}-${figure}`) })),
    })),
  } as Draft<Tween>;
  const list = listHolding(draft, tween.id) ?? draft.sequence;
  list.splice(list.findIndex(({ id }) => id === tween.id) + 1, 0, own);
  // In a stagger the starts of the others hang on it: it stays in the list, and its own tween covers that one.
  if (!stagger) tween.figures = tween.figures.filter((id) => id !== figure);
  return own;
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
    }
    shiftFigures(draft, study, new Map(members.map(({ id }) => [id, by])));
  },
);

/** Ids for copies, asked for one at a time. */
export interface CopyArguments {
  readonly figureId: string;
  readonly name: string;
  readonly newId: () => string;
}

/**
 * Copies a figure with all that stands in it, in front of it, and with its motion, so that the copy moves exactly as
 * it does and nothing else changes: tweens that move it alone are copied beside themselves, in their groups; those
 * that move others too move the copy as well; followers, freezes and shakes come along.
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
    const addedBeside = new Map<string, readonly Tween[]>();
    const last = draft.figures.findIndex((figure) => figure.id === members.at(-1)?.id);
    draft.figures.splice(last + 1, 0, ...(copies as Draft<Figure>[]));
    for (const follower of study.followers) {
      const figure = copyOf.get(follower.figure);
      if (figure === undefined) continue;
      const source = {
        ...follower.source,
        figure: copyOf.get(follower.source.figure) ?? follower.source.figure,
      };
      draft.followers.push({ ...follower, id: newId(), figure, source } as Draft<Follower>);
    }
    for (const item of draftItems(draft.sequence)) {
      if ((item.type !== "freeze" && item.type !== "shake") || !item.figures) continue;
      item.figures.push(...item.figures.flatMap((id) => copyOf.get(id) ?? []));
    }
    const { byId } = placeItems(study);
    for (const source of [...eachTween(study.sequence)]) {
      const moved = source.figures.filter((id) => copyOf.has(id));
      const target = draftItem(draft, source.id);
      if (moved.length === 0 || target?.type !== "tween") continue;
      if (moved.length < source.figures.length && !source.stagger) {
        target.figures.push(...moved.map((id) => copyOf.get(id) as string));
        continue;
      }
      const offsets = byId.get(source.id)?.offsets ?? [];
      const isWhole = moved.length === source.figures.length;
      // A part of a stagger: where each figure starts is said outright, so that the others start as they did.
      const copies = isWhole
        ? [copyTween(source, moved, newId, copyOf, 0)]
        : moved.map((id) => {
            const { stagger: _, ...alone } = source;
            const offset = offsets[source.figures.indexOf(id)] ?? 0;
            return copyTween(alone, [id], newId, copyOf, offset);
          });
      addedBeside.set(source.id, copies);
    }
    for (const [id, copies] of addedBeside) {
      const list = listHolding(draft, id) ?? draft.sequence;
      list.splice(list.findIndex((item) => item.id === id) + 1, 0, ...(copies as Draft<Tween>[]));
    }
  },
);

/** A tween for the copies of some of its figures, with ids of its own, starting `offset` ms later. */
function copyTween(
  source: Tween,
  figures: readonly string[],
  newId: () => string,
  copyOf: ReadonlyMap<string, string>,
  offset: number,
): Tween {
  return {
    ...source,
    id: newId(),
    tether: { ...source.tether, offset: source.tether.offset + offset },
    figures: figures.map((id) => copyOf.get(id) as string),
    tracks: source.tracks.map(
      (track: Track): Track => ({
        ...track,
        keys: track.keys.map((key) => ({ ...key, id: newId() })),
      }),
    ),
  };
}

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
