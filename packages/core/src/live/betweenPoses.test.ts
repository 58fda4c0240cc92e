import { compileStudy } from "../motion/index.ts";
import { checkStudy } from "../shape/index.ts";
import { liveDemos } from "../testing/index.ts";
import { createLive, jumpWithoutSpeed, posesOf, studyBetweenPoses } from "./index.ts";

const demos = liveDemos();
const named = (name: string) => {
  const study = demos.find(([each]) => each === name)?.[1];
  if (!study) throw new Error(name);
  return study;
};

describe("a study between two poses", () => {
  it.each(demos)("is sound, and ends as Live does: %s", (_, study) => {
    for (const { id } of posesOf(study).slice(1)) {
      const between = studyBetweenPoses(study, "rest", id);
      expect(checkStudy(between)).toEqual([]);
      const motion = compileStudy(between);
      const there = motion.at(motion.duration + 1, new Float64Array(motion.slotCount));
      const values = study.live?.poses.find((pose) => pose.id === id)?.values ?? {};
      for (const [figure, channels] of Object.entries(values))
        for (const [channel, value] of Object.entries(channels)) {
          if (typeof value !== "number") continue;
          const slot = motion.slot(motion.figureIndex(figure), channel as never);
          // An angle may have gone there the other way round.
          const turns = ((there[slot] as number) - value) / 360;
          if (channel === "rotate") expect(Math.abs(turns - Math.round(turns))).toBeLessThan(1e-9);
          else expect(there[slot]).toBeCloseTo(value, 9);
        }
    }
  });

  it("moves as the response that goes there", () => {
    const study = named("Pass flips back");
    const motion = compileStudy(studyBetweenPoses(study, "rest", "turned"));
    const live = createLive(study);
    live.send(0, { type: "press", x: 320, y: 190, figure: "pass" });
    const slot = motion.slot(motion.figureIndex("pass"), "turnY");
    for (const time of [0, 80, 200, 400, 640, 900])
      expect(motion.valueAt(motion.figureIndex("pass"), "turnY", time)).toBeCloseTo(
        live.valueAt(slot, time),
        // A spring of the timeline ends where it is within a thousandth of its way.
        0,
      );
  });
});

describe("a browser's own interruption", () => {
  it("would have the speed jump, by what Live measures", () => {
    const jump = jumpWithoutSpeed(named("Pass flips back"));
    expect(jump).toMatchObject({ figure: "Pass", channel: "turn y", unit: "°" });
    expect(jump?.size).toBeGreaterThan(100);
    expect(jumpWithoutSpeed(named("Gangway on a slider"))).toBeUndefined();
  });
});
