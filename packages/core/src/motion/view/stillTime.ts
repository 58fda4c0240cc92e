import type { Motion } from "../compile/motion.ts";
import { boxCorners } from "../geometry/matrix.ts";

/** How many times are looked at besides the end. */
const LOOKS = 48;

/** A moment counts as showing enough if it shows this share of the most that is ever seen. */
const ENOUGH = 0.6;

/**
 * The time at which a motion is best shown as a still picture, ms: its end, where everything has arrived. Where what
 * moves is gone by then (faded out, hidden, off the scene) the last time at which most of it is still seen.
 */
export function stillTime(motion: Motion): number {
  const { duration } = motion;
  const figures = [...new Set(motion.driven.map(({ figureId }) => motion.figureIndex(figureId)))];
  if (figures.length === 0 || !(duration > 0)) return duration;
  const poses = new Float64Array(motion.slotCount);
  const seen = (time: number): number => {
    motion.at(time, poses);
    return figures.reduce((sum, index) => sum + shareSeen(motion, poses, index), 0);
  };
  const times = Array.from({ length: LOOKS + 1 }, (_, i) => (duration * i) / LOOKS);
  const scores = times.map(seen);
  const enough = ENOUGH * Math.max(...scores);
  return times.findLast((_, i) => (scores[i] as number) >= enough) ?? duration;
}

/** How much of a figure is seen in poses, from 0 to 1: its opacity times the share of its box inside the scene. */
function shareSeen(motion: Motion, poses: Float64Array, index: number): number {
  const read = (channel: "opacity" | "visible") => poses[motion.slot(index, channel)] as number;
  if (read("visible") < 0.5) return 0;
  const corners = boxCorners(motion, poses, index);
  const within = (axis: 0 | 1, length: number) => {
    const places = corners.map((corner) => corner[axis]);
    const [low, high] = [Math.min(...places), Math.max(...places)];
    const inside = Math.min(high, length) - Math.max(low, 0);
    // A figure without width is there or not.
    return high - low < 1e-6 ? Number(inside >= 0) : Math.max(inside, 0) / (high - low);
  };
  const { width, height } = motion.study.scene;
  const opacity = Math.min(Math.max(read("opacity"), 0), 1);
  // What has shrunk to a point is not seen either.
  const [a, b, , d] = corners;
  const side = (from: typeof a, to: typeof a) =>
    from && to ? Math.hypot(to[0] - from[0], to[1] - from[1]) : 0;
  const size = Math.min(side(a, b) * side(a, d), 400) / 400;
  return opacity * within(0, width) * within(1, height) * size;
}
