import type { Draft } from "immer";
import {
  eachTween,
  type Figure,
  type Follower,
  followsLever,
  type Track,
  type Tween,
} from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { defineEdit } from "../history/change.ts";
import { draftItem, draftItems, listHolding } from "../history/find.ts";
import { isWithin } from "./figureOrder.ts";

/** A source of ids for the copies. */
export interface CopyArguments {
  readonly figureId: string;
  readonly name: string;
  readonly newId: () => string;
}

/**
 * Copies a figure with the figures nested in it, in front of it, together with its motion: the copy moves exactly like
 * the original and nothing else changes. Tweens that move the figure alone are copied beside themselves, in their
 * groups; tweens that move several figures are extended to the copy; followers, freezes and shakes are copied.
 */
export const duplicateFigure = defineEdit<CopyArguments>(
  "duplicate figure",
  (draft, { figureId, name, newId }, study) => {
    const members = study.figures.filter((figure) => isWithin(study, figure.id, figureId));
    if (members.length === 0) return;
    const copyOf = new Map(members.map((figure) => [figure.id, newId()]));
    // A rule of CSS moves one figure: its copy is not it.
    const copies = members.map(({ css: _, ...figure }) => ({
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
      const source = followsLever(follower.source)
        ? follower.source
        : {
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
      // The copied figures are only a part of a stagger, so each start is stored explicitly and the others keep theirs.
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

/** Copies a tween for the copies of some of its figures, with new ids, starting `offset` ms later. */
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
