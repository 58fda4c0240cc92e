import { frameAt, type Motion, timeOfFrame } from "@levitas/core/motion";
import { eachTween } from "@levitas/core/study";

/** How past and coming states are shown over the scene. */
export interface OnionSkin {
  readonly before: number;
  readonly after: number;
  readonly look: "outlines" | "filled";
  /** At every n-th frame, or at the keys of the figure. */
  readonly at: "frames" | "keys";
  readonly step: number;
}

/** Times of the skins, ms, those before the playhead first; nearest ones first on each side. */
export function onionTimes(
  motion: Motion,
  figureIndex: number,
  time: number,
  { before, after, at, step }: OnionSkin,
): { readonly past: readonly number[]; readonly coming: readonly number[] } {
  const { frameRate } = motion.study.scene;
  if (at === "frames") {
    const now = frameAt(time, frameRate);
    const last = Math.ceil((motion.duration * frameRate) / 1000);
    const frames = (count: number, way: 1 | -1) =>
      Array.from({ length: count }, (_, i) => now + way * (i + 1) * step)
        .filter((frame) => frame >= 0 && frame <= last)
        .map((frame) => timeOfFrame(frame, frameRate));
    return { past: frames(before, -1), coming: frames(after, 1) };
  }
  const figure = motion.study.figures[figureIndex]?.id ?? "";
  const times = new Set<number>();
  for (const tween of eachTween(motion.study.sequence)) {
    if (!tween.figures.includes(figure)) continue;
    for (const track of tween.tracks)
      for (const key of track.keys) times.add(motion.placements.outer(tween.id, key.time, figure));
  }
  const sorted = [...times].sort((a, b) => a - b);
  return {
    past: sorted
      .filter((each) => each < time - 0.5)
      .reverse()
      .slice(0, before),
    coming: sorted.filter((each) => each > time + 0.5).slice(0, after),
  };
}
