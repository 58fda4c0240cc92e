import type { SequenceItem, Study } from "../../study/index.ts";
import { type Placements, placeItems } from "../../timeline/index.ts";

/** A thumbnail stays below this many UTF-16 units of JSON, so that a list of studies stays light. */
export const LARGEST_THUMBNAIL = 24_000;

/** Most figures a miniature can show apart. */
const MOST_FIGURES = 12;

/**
 * The part of a study that its card plays in miniature: the study itself while it is small, else
 * its first figures with what moves them, else those figures at rest.
 */
export function thumbnailOf(study: Study): Study {
  if (isSmallEnough(study)) return study;
  const kept = firstFigures(study);
  const { live: _, ...rest } = study;
  const reduced: Study = {
    ...rest,
    figures: study.figures.filter(({ id }) => kept.has(id)),
    followers: [],
    sequence: withFigures(study.sequence, kept, placeItems(study)),
  };
  if (isSmallEnough(reduced)) return reduced;
  const still: Study = { ...reduced, sequence: [], curves: [], markers: [] };
  return isSmallEnough(still) ? still : { ...still, figures: [] };
}

/** The first figures of a study, without those whose parent is not among them. */
function firstFigures(study: Study): Set<string> {
  const first = study.figures.slice(0, MOST_FIGURES);
  const kept = new Set(first.map(({ id }) => id));
  for (let went = true; went; ) {
    went = false;
    for (const { id, parent } of first)
      if (kept.has(id) && parent !== null && !kept.has(parent)) went = kept.delete(id);
  }
  return kept;
}

/** The sequence for some figures alone. Every item starts when it did, at a time of its own: its anchor may have been removed. */
function withFigures(
  items: readonly SequenceItem[],
  kept: ReadonlySet<string>,
  placements: Placements,
): readonly SequenceItem[] {
  const { byId } = placements;
  const chosen = (figures: readonly string[]) => figures.filter((id) => kept.has(id));
  return items.flatMap((item): SequenceItem[] => {
    const tether = { to: "start", offset: byId.get(item.id)?.start ?? 0 } as const;
    if (item.type === "group") {
      const members = withFigures(item.items, kept, placements);
      return [{ ...item, tether, items: members }];
    }
    if (item.type === "cue") return [];
    if (item.type !== "tween") {
      const figures = item.figures && chosen(item.figures);
      return [{ ...item, tether, ...(figures ? { figures } : {}) }];
    }
    const figures = chosen(item.figures);
    return figures.length > 0 ? [{ ...item, tether, figures }] : [];
  });
}

function isSmallEnough(study: Study): boolean {
  return JSON.stringify(study).length <= LARGEST_THUMBNAIL;
}
