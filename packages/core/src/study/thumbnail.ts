import type { Study } from "./study.ts";

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
    sequence: study.sequence.flatMap((item) => {
      if (item.type !== "tween") return [];
      const ids = item.figures.filter((id) => kept.has(id));
      return ids.length > 0 ? [{ ...item, figures: ids }] : [];
    }),
  };
  if (fits(reduced)) return reduced;
  const still: Study = { ...reduced, sequence: [], curves: [], markers: [] };
  return fits(still) ? still : { ...still, figures: [] };
}

function fits(study: Study): boolean {
  return JSON.stringify(study).length <= LARGEST_THUMBNAIL;
}
