import { current, type Draft, isDraft } from "immer";
import { findTween, type Study, type Track, type Tween } from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { draftFigure, draftTweens, listHolding } from "../history/find.ts";
import { freshId } from "../tween.ts";

/**
 * Shifts the positions of figures and their absolute position keys, each by the amount `by` gives. A tween whose
 * figures all shift alike is shifted itself; a figure of a tween that moves others too gets its own copy of the tween
 * first.
 */
export function shiftFigures(
  draft: Draft<Study>,
  study: Study,
  by: ReadonlyMap<string, { readonly x: number; readonly y: number }>,
): void {
  for (const [id, { x, y }] of by) {
    const figure = draftFigure(draft, id);
    if (!figure) continue;
    if (x !== 0) figure.rest.x = Number(figure.rest.x ?? 0) + x;
    if (y !== 0) figure.rest.y = Number(figure.rest.y ?? 0) + y;
  }
  // Collected first, because the list grows while tweens are copied.
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
      if (own) shiftKeys(separateFigure(draft, study, tween, figure), own);
    }
  }
}

const isShifted = (track: Pick<Track, "channel" | "mode">): boolean =>
  (track.channel === "x" || track.channel === "y") && track.mode !== "relative";

function shiftKeys(tween: Draft<Tween>, by: { readonly x: number; readonly y: number }): void {
  for (const track of tween.tracks) {
    if (!isShifted(track)) continue;
    const shift = track.channel === "x" ? by.x : by.y;
    for (const key of track.keys) if (typeof key.value === "number") key.value += shift;
  }
}

/**
 * Gives one figure of a tween its own copy of the tween, beside it, with the same start. The other figures keep
 * theirs.
 */
function separateFigure(
  draft: Draft<Study>,
  study: Study,
  tween: Draft<Tween>,
  figure: string,
): Draft<Tween> {
  const place = (findTween(study, tween.id) ?? tween).figures.indexOf(figure);
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
  // In a stagger the starts of the others depend on its place in the list: it stays there, and its own tween, which
  // comes later, overrides it.
  if (!stagger) tween.figures = tween.figures.filter((id) => id !== figure);
  return own;
}
