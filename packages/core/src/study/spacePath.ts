import type { Track, Tween } from "./study.ts";

/** The two tracks of a tween that moves along a path through space. */
export interface SpaceTracks {
  readonly x: Track;
  readonly y: Track;
}

/**
 * The tracks of x and y of a tween that moves along a path; undefined if it does not, or if its keys do not form pairs
 * of equal time.
 */
export function spacePathOf(tween: Pick<Tween, "path" | "tracks">): SpaceTracks | undefined {
  if (!tween.path) return undefined;
  const x = tween.tracks.find((track) => track.channel === "x");
  const y = tween.tracks.find((track) => track.channel === "y");
  return x && y && arePaired(x, y) ? { x, y } : undefined;
}

/** Whether two tracks have the same number of keys at the same times, and the same mode. */
export function arePaired(x: Track, y: Track): boolean {
  return (
    x.keys.length === y.keys.length &&
    (x.mode ?? "absolute") === (y.mode ?? "absolute") &&
    x.keys.every((key, i) => key.time === y.keys[i]?.time)
  );
}
