import { compileStudy } from "../motion/index.ts";
import { checkStudy } from "../shape/index.ts";
import { liveDemos } from "../testing/index.ts";
import {
  BrowserTransition,
  createLive,
  jumpWithoutSpeed,
  posesOf,
  studyBetweenPoses,
} from "./index.ts";

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
  it("would have the speed jump where it is turned back", () => {
    const study = named("Pass flips back");
    const [, pose] = posesOf(study);
    const straight = { value: (p: number) => p, slope: () => 1 };
    const way = () => ({ easing: straight, duration: 700 });
    const jump = jumpWithoutSpeed(study, "rest", pose?.id ?? "", way);
    expect(jump).toMatchObject({ figure: "Pass", channel: "turn y", unit: "°" });
    // Half a turn in 0.7 s one way, and as fast the other.
    expect(jump?.size).toBeCloseTo((2 * 180) / 0.7, 6);
    expect(jumpWithoutSpeed(study, "rest", pose?.id ?? "", () => undefined)).toBeUndefined();
    expect(jumpWithoutSpeed(named("Gangway on a slider"), "rest", "gone", way)).toBeUndefined();
  });

  it("takes as much less time on its way back as it had come less far, by the words of the standard", () => {
    const straight = { value: (p: number) => p, slope: () => 1 };
    const one = new BrowserTransition(0, straight, 1000);
    one.go(0, 100);
    expect([one.value(250), one.rate(250)]).toEqual([25, 100]);
    one.go(250, 0);
    // A quarter of the way back takes a quarter of the time, at the speed of the whole.
    expect(one.length).toBe(250);
    expect([one.value(250), one.value(375), one.value(500)]).toEqual([25, 12.5, 0]);
    // Turned once more in the middle of that: 0.5 · 0.25 + 0.75 of the whole.
    one.go(375, 100);
    expect(one.length).toBeCloseTo(875, 9);
    expect(one.value(375 + 437.5)).toBeCloseTo(56.25, 9);
    // Somewhere else takes the whole time.
    one.go(500, 40);
    expect(one.length).toBe(1000);
    expect([one.isUnderWay(1499), one.isUnderWay(1500), one.value(1500)]).toEqual([
      true,
      false,
      40,
    ]);
  });
});
