import type { Motion } from "../motion/index.ts";
import type { Study, Take } from "../study/index.ts";
import { replay } from "./createLive.ts";

/** A take on a study as a motion: its poses are those of the replay, from its beginning to its end. */
export function takeMotion(study: Study, take: Pick<Take, "events" | "duration">): Motion {
  const live = replay(study, take);
  const { motion } = live;
  return {
    ...{ study, duration: take.duration, endless: false, shakes: [] },
    slotCount: motion.slotCount,
    driven: motion.driven,
    placements: motion.placements,
    followers: motion.followers,
    events: () => [],
    cueTime: () => undefined,
    figureIndex: (id) => motion.figureIndex(id),
    slot: (index, channel) => motion.slot(index, channel),
    drivenOf: (index) => motion.drivenOf(index),
    drivenAt: (index, channel) => motion.drivenAt(index, channel),
    at: (t, out) => live.at(t, out),
    velocity: (t, out) => live.velocity(t, out),
    valueAt: (index, channel, t) => live.valueAt(motion.slot(index, channel), t),
    steadyAt: (index, channel, t) => live.valueAt(motion.slot(index, channel), t),
    colorAt(index, t, out) {
      const pose = live.at(t, new Float64Array(motion.slotCount));
      const slot = motion.slot(index, "color");
      out.set(pose.subarray(slot, slot + 4));
      return out;
    },
  };
}
