import { compileStudy } from "../../motion/index.ts";
import { bezier, key, kiosk, tween } from "../../testing/index.ts";
import { JOIN_TOLERANCE, joinable, joinPath } from "../index.ts";

const study = kiosk({
  sequence: [
    tween("across", 0, "pass", [
      {
        channel: "x",
        keys: [key(0, 20, { kind: "steps", count: 4, position: "jump-end" }), key(600, 220)],
      },
    ]),
    tween("down", 250, "pass", [
      { channel: "y", keys: [key(0, 40, bezier(0.3, 1.6, 0.6, 1)), key(500, 160)] },
    ]),
    {
      ...{ type: "shake", id: "jolt", name: "jolt", tether: { to: "start", offset: 100 } },
      ...{ duration: 500, frequency: 14, amplitude: 9, seed: 3 },
    },
  ],
});

describe("x and y that are joined", () => {
  it("jump where a jump's time is rounded to before it", () => {
    const [origin, length] = [1008.98, 182];
    const apart = kiosk({
      sequence: [
        tween("steps", origin, "pass", [
          {
            channel: "x",
            keys: [key(0, 85, { kind: "steps", count: 3, position: "jump-end" }), key(length, 128)],
          },
          { channel: "y", keys: [key(0, 73, bezier(0.3, 1.6, 0.6, 1)), key(66, 44)] },
        ]),
      ],
    });
    let next = 0;
    const joined = compileStudy(
      joinPath(apart, { figureId: "pass", newId: () => `n${next++}` }).after,
    );
    for (const [share, value] of [
      [0.2, 85],
      [0.5, 85 + 43 / 3],
      [0.9, 85 + 86 / 3],
    ] as const)
      expect(joined.valueAt(0, "x", origin + length * share)).toBeCloseTo(value, 1);
  });

  it("move as they did, over jumps and a later start, and are shaken once", () => {
    let next = 0;
    const joined = joinPath(study, { figureId: "pass", newId: () => `n${next++}` }).after;
    const [was, is] = [compileStudy(study), compileStudy(joined)];
    expect(joined.sequence.some((item) => item.type === "tween" && item.path)).toBe(true);
    for (let i = 0; i < 500; i++) {
      const time = (i + 0.37) * 2;
      const away = [0, 0.01, -0.01].map((hair) =>
        Math.hypot(
          ...(["x", "y"] as const).map(
            (axis) => is.valueAt(0, axis, time + hair) - was.valueAt(0, axis, time),
          ),
        ),
      );
      expect(Math.min(...away)).toBeLessThanOrEqual(JOIN_TOLERANCE);
    }
  });

  it("are left apart where the tween of x plays a part of its keys and y goes on outside it", () => {
    const [across, ...others] = study.sequence;
    if (across?.type !== "tween") throw new Error("no tween");
    const clipped = {
      ...study,
      sequence: [{ ...across, clip: { from: 100, to: 500 } }, ...others],
    };
    expect(joinable(compileStudy(study), "pass")).toBeDefined();
    expect(joinable(compileStudy(clipped), "pass")).toBeUndefined();
  });
});
