import { figure, key, kiosk, tween } from "../../testing/index.ts";
import { compileStudy, cuesToEnd } from "../index.ts";

describe("the cues of a study", () => {
  it("are those up to its end, the one exactly there included", () => {
    const cueAt = (time: number) =>
      ({
        id: `cue-${time}`,
        type: "cue",
        name: `at ${time}`,
        tether: { to: "start", offset: time },
      }) as const;
    const lands = tween("lands", 0, "pass", [{ channel: "y", keys: [key(0, 0), key(400, 180)] }]);
    const sequence = [lands, cueAt(0), cueAt(250), cueAt(400)];
    const motion = compileStudy(kiosk({ figures: [figure("pass")], sequence }));
    expect(motion.duration).toBe(400);
    expect(cuesToEnd(motion).map(({ time }) => time)).toEqual([0, 250, 400]);
  });
});
