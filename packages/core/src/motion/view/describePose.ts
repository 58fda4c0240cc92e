import { CHANNELS, type ChannelId } from "../../study/index.ts";
import { printHexColor } from "../../value/index.ts";
import type { Motion } from "../compile/motion.ts";

/** The values of one figure by channel: numbers in full precision, colours as CSS text. */
export type FigurePose = Partial<Record<ChannelId, number | string>>;

/**
 * Poses as plain data, for people and other programs: for every figure every channel, by id.
 * `poses` comes from `motion.at`.
 */
export function describePose(motion: Motion, poses: Float64Array): Record<string, FigurePose> {
  const figures: Record<string, FigurePose> = {};
  motion.study.figures.forEach((figure, i) => {
    const pose: FigurePose = {};
    for (const channel of CHANNELS) {
      const slot = motion.slot(i, channel.id);
      pose[channel.id] =
        channel.kind === "color" ? printHexColor(poses, slot) : (poses[slot] as number);
    }
    figures[figure.id] = pose;
  });
  return figures;
}
