import type { Study } from "../study/index.ts";

/** What of a study is drawn where only some figures leave. */
export interface Drawn {
  /** Whether a figure is there: it is chosen, or what is chosen stands in it and moves with it. */
  readonly isThere: (id: string) => boolean;
  /** Whether it shows anything of its own. */
  readonly isShown: (id: string) => boolean;
  /** Ids of those that are there; absent where all are. */
  readonly figures?: ReadonlySet<string>;
}

/** What is drawn of a study: chosen figures, and what they stand in as something that moves and shows nothing. */
export function drawnOf({ figures: all }: Study, chosen?: ReadonlySet<string>): Drawn {
  if (!chosen) return { isThere: () => true, isShown: () => true };
  const figures = new Set<string>();
  for (const figure of all) {
    if (!chosen.has(figure.id)) continue;
    let id: string | null = figure.id;
    while (id !== null && !figures.has(id)) {
      figures.add(id);
      const inside: string = id;
      id = all.find((each) => each.id === inside)?.parent ?? null;
    }
  }
  return { figures, isThere: (id) => figures.has(id), isShown: (id) => chosen.has(id) };
}
