import type { SequenceItem, Study } from "./study.ts";

/** A thumbnail stays below this many UTF-16 units of JSON, so that a list of studies stays light. */
export const LARGEST_THUMBNAIL = 24_000;

/** Most figures a miniature can show apart. */
const MOST_FIGURES = 12;

/**
 * The part of a study that its card plays in miniature: the study itself while it is small, else
 * its first figures with what moves them, else those figures at rest.
 */
export function thumbnailOf(study: Study): Study {
  if (fits(study)) return study;
  const figures = study.figures.slice(0, MOST_FIGURES);
  const kept = new Set(figures.map((figure) => figure.id));
  const reduced: Study = {
    ...study,
    figures: figures.filter((figure) => figure.parent === null || kept.has(figure.parent)),
    followers: [],
    sequence: withFigures(study.sequence, kept),
  };
  if (fits(reduced)) return reduced;
  const still: Study = { ...reduced, sequence: [], curves: [], markers: [] };
  return fits(still) ? still : { ...still, figures: [] };
}

/** The sequence for some figures alone. What moves none of them stays as far as others may hang on it. */
function withFigures(
  items: readonly SequenceItem[],
  kept: ReadonlySet<string>,
): readonly SequenceItem[] {
  const hangs = items.some(({ tether }) => tether.to === "item");
  return items.flatMap((item): SequenceItem[] => {
    if (item.type === "group") return [{ ...item, items: withFigures(item.items, kept) }];
    if (item.type !== "tween") return item.type === "cue" ? [] : [item];
    const figures = item.figures.filter((id) => kept.has(id));
    return figures.length > 0 || hangs ? [{ ...item, figures }] : [];
  });
}

function fits(study: Study): boolean {
  return JSON.stringify(study).length <= LARGEST_THUMBNAIL;
}
