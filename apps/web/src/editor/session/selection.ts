import type { Curve } from "@levitas/core/curve";
import { type ChannelId, eachTween, findItem, findKey, type Study } from "@levitas/core/study";

/** What a person works on. Restored by undo; never clears redo. */
export interface Selection {
  readonly figure: string | null;
  readonly channel: ChannelId | null;
  /** Id of the key at which the selected span begins. */
  readonly span: string | null;
  readonly keys: readonly string[];
  /** Figures chosen besides `figure`. */
  readonly more?: readonly string[];
  /** Chosen items of the sequence, ids. */
  readonly items?: readonly string[];
  /** Curves that run back in time, by the key at which their span begins, or by response: worked on, and not in the study. */
  readonly held?: HeldCurves;
}

export type HeldCurves = Readonly<Record<string, Curve>>;

/** Held curves whose span still has the curve that they were drawn from: what was changed otherwise goes first. */
export function heldAfter(held: HeldCurves, before: Study, after: Study): HeldCurves {
  const entries = Object.entries(held);
  const curveIn = (study: Study, id: string) => {
    const response = study.live?.responses.find((each) => each.id === id);
    return response ? response.how.curve : (findKey(study, id)?.key.curve ?? null);
  };
  const isThere = (id: string) =>
    findKey(after, id) !== undefined || after.live?.responses.some((each) => each.id === id);
  const kept = entries.filter(([id]) => isThere(id) && curveIn(before, id) === curveIn(after, id));
  return kept.length === entries.length ? held : Object.fromEntries(kept);
}

/** All chosen figures, the one that is worked on first. */
export function chosenFigures({ figure, more = [] }: Selection): readonly string[] {
  return figure === null ? [] : [figure, ...more.filter((id) => id !== figure)];
}

export const NOTHING: Selection = { figure: null, channel: null, span: null, keys: [] };

/** The selection without what is no longer in the study. */
export function prune(selection: Selection, study: Study): Selection {
  const figure = study.figures.some((each) => each.id === selection.figure)
    ? selection.figure
    : null;
  const known = new Set(study.figures.map(({ id }) => id));
  const more = selection.more?.filter((id) => known.has(id)) ?? [];
  const items = selection.items?.filter((id) => findItem(study, id)) ?? [];
  const keys = selection.keys.filter((id) => findKey(study, id));
  const span = selection.span !== null && findKey(study, selection.span) ? selection.span : null;
  if (
    figure === selection.figure &&
    span === selection.span &&
    keys.length === selection.keys.length &&
    more.length === (selection.more?.length ?? 0) &&
    items.length === (selection.items?.length ?? 0)
  )
    return selection;
  return {
    figure,
    channel: figure === null ? null : selection.channel,
    span,
    keys,
    ...(more.length > 0 ? { more } : {}),
    ...(items.length > 0 ? { items } : {}),
    ...(selection.held ? { held: selection.held } : {}),
  };
}

/** What to look at first: the first span of the first thing that moves. */
export function firstSelection(study: Study): Selection {
  for (const item of eachTween(study.sequence)) {
    const [figure] = item.figures;
    const [track] = item.tracks;
    if (!figure || !track) continue;
    const span = track.keys.length > 1 ? (track.keys[0]?.id ?? null) : null;
    return { figure, channel: track.channel, span, keys: [] };
  }
  return { ...NOTHING, figure: study.figures[0]?.id ?? null };
}

/** The figures that stand beside one, in what that stands in, itself included: ids, in order. */
export function siblings({ figures }: Study, figureId: string): readonly string[] {
  const parent = figures.find(({ id }) => id === figureId)?.parent ?? null;
  return figures.filter((each) => each.parent === parent).map(({ id }) => id);
}
