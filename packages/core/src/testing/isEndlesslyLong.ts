import { compileStudy } from "../motion/index.ts";
import type { Study } from "../study/index.ts";

const LOOKED_AT = 200;

/** Whether something is skewed by nearly a right angle: then it is infinitely long, and so is every rounding. */
export function isEndlesslyLong(study: Study): boolean {
  const motion = compileStudy(study);
  const pose = new Float64Array(motion.slotCount);
  const until = motion.duration * (motion.endless ? 1.6 : 1.06) + 5;
  for (let i = 0; i < LOOKED_AT; i++) {
    motion.at((until * (i + 0.371)) / LOOKED_AT, pose);
    const isLong = study.figures.some((_, f) => {
      const skew = pose[motion.slot(f, "skew")] as number;
      return Math.abs(Math.cos((skew * Math.PI) / 180)) < 0.1;
    });
    if (isLong) return true;
  }
  return false;
}
