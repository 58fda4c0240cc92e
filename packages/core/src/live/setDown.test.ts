import fc from "fast-check";
import { compileStudy } from "../motion/index.ts";
import { checkStudy } from "../shape/index.ts";
import { CHANNELS, type Study } from "../study/index.ts";
import { anyLiveStudy, anyStorm, cases } from "../testing/index.ts";
import { replay, SET_DOWN_TOLERANCE, setDownAsTweens } from "./index.ts";

const LENGTH = 1500;

describe("a take set down as keys", () => {
  it("is a sound sequence that shows what Live showed, within the stated tolerance", () => {
    let next = 0;
    let keys = 0;
    fc.assert(
      fc.property(fc.nat(3000), (seed) => {
        const study = anyLiveStudy(seed);
        const live = replay(study, { events: anyStorm(study, seed, 8, LENGTH * 0.7) });
        const pose = new Float64Array(live.motion.slotCount);
        live.at(LENGTH, pose);
        const tweens = setDownAsTweens(live, LENGTH, 0, () => `id-${next++}`);
        const { live: _, ...rest } = study;
        const down: Study = { ...rest, sequence: tweens, followers: [], markers: [] };
        expect(checkStudy(down)).toEqual([]);
        const motion = compileStudy(down);
        const shown = new Float64Array(motion.slotCount);
        for (const { tracks } of tweens) for (const track of tracks) keys += track.keys.length;
        for (let look = 0; look < 120; look++) {
          const time = ((look + 0.37) * LENGTH) / 120;
          motion.at(time, shown);
          live.at(time, pose);
          for (const [index] of study.figures.entries())
            for (const { id, kind, unit } of CHANNELS) {
              if (kind === "color" || kind === "switch") continue;
              const slot = live.motion.slot(index, id);
              const room =
                unit === "px" || unit === "%"
                  ? SET_DOWN_TOLERANCE.px
                  : unit === "°"
                    ? SET_DOWN_TOLERANCE.degrees
                    : SET_DOWN_TOLERANCE.share;
              const off = Math.abs((shown[slot] as number) - (pose[slot] as number));
              // At the very moment of a jump a rounding decides which side is seen.
              const [left, right] = [
                live.valueAt(slot, time - 0.02),
                live.valueAt(slot, time + 0.02),
              ];
              if (off > room && Math.abs(right - left) < room)
                throw new Error(`${id} of ${study.figures[index]?.id}: ${off} off at ${time}`);
            }
        }
      }),
      { numRuns: cases(3, 200) },
    );
    expect(keys).toBeGreaterThan(100);
  });
});
