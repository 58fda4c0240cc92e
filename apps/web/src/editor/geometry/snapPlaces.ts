import type { StudyScene } from "@levitas/core/study";

/** A line a figure can be aligned with, and what it is. */
export interface SnapLine {
  readonly at: number;
  readonly to: string;
}

/** The lines of one axis: the scene's edges and middle, and its guides. */
export function snapLines(scene: StudyScene, axis: "x" | "y"): SnapLine[] {
  const size = axis === "x" ? scene.width : scene.height;
  return [
    { at: 0, to: "edge" },
    { at: size / 2, to: "middle" },
    { at: size, to: "edge" },
    ...(scene.guides ?? [])
      .filter((guide) => guide.axis === axis)
      .map((guide) => ({ at: guide.at, to: "guide" })),
  ];
}

/** How far to shift so that one of some places lies on a line, and on which. */
export interface PlaceSnap {
  readonly by: number;
  readonly line: SnapLine | null;
}

/**
 * Finds the nearest line within `reach` of one of the places (a box's edges and middle); else, with a
 * grid, the grid line nearest to the first place. All in px of the scene.
 */
export function snapPlaces(
  places: readonly number[],
  lines: readonly SnapLine[],
  { reach, grid }: { readonly reach: number; readonly grid: number },
): PlaceSnap {
  let best: PlaceSnap = { by: 0, line: null };
  let least = reach;
  for (const place of places)
    for (const line of lines) {
      const by = line.at - place;
      if (Math.abs(by) >= least) continue;
      least = Math.abs(by);
      best = { by, line };
    }
  const [first] = places;
  if (best.line || grid <= 0 || first === undefined) return best;
  const at = Math.round(first / grid) * grid;
  return { by: at - first, line: { at, to: "grid" } };
}
