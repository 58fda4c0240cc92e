import { frameAt, type Motion, timeOfFrame } from "@levitas/core/motion";
import { eachTween } from "@levitas/core/study";
import { printHexColor } from "@levitas/core/value";
import { tokenColor } from "../../theme/theme.ts";
import type { Placement } from "./camera.ts";
import { tracePose } from "./outline.ts";

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

/** Draws skins of a figure: past ones in its own color, coming ones in marigold, fainter with distance. */
export function drawOnion(
  context: CanvasRenderingContext2D,
  motion: Motion,
  poses: Float64Array,
  figureIndex: number,
  placement: Placement,
  { time, onion }: { readonly time: number; readonly onion: OnionSkin },
): void {
  const { past, coming } = onionTimes(motion, figureIndex, time, onion);
  const shown = motion.at(time, poses);
  const own = printHexColor(shown, motion.slot(figureIndex, "color"));
  const marigold = tokenColor("marigold");
  const draw = (times: readonly number[], color: string) =>
    times.forEach((at, i) => {
      motion.at(at, poses);
      const strength = 1 - i / (times.length + 0.5);
      tracePose(context, motion, poses, figureIndex, placement);
      if (onion.look === "filled") {
        context.globalAlpha = 0.05 + 0.22 * strength;
        context.fillStyle = color;
        context.fill();
      }
      context.globalAlpha = 0.25 + 0.6 * strength;
      context.strokeStyle = color;
      context.lineWidth = 1.3;
      context.stroke();
    });
  draw(past, own);
  draw(coming, marigold);
  context.globalAlpha = 1;
}
