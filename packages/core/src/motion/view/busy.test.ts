import { key, kiosk, tween } from "../../testing/index.ts";
import { busyParts, compileStudy } from "../index.ts";

describe("how much moves at once", () => {
  const move = (id: string, start: number, more = {}) =>
    tween(
      id,
      start,
      "pass",
      [{ channel: "x", keys: [key(0, 0), key(100, 50), key(200, 50)] }],
      more,
    );

  it("counts a channel while a span of it goes somewhere", () => {
    const motion = compileStudy(kiosk({ sequence: [move("a", 100)] }));
    expect([...busyParts(motion, 0, 400, 4)]).toEqual([0, 1, 0, 0]);
  });

  it("counts passes, and nothing in their pauses", () => {
    const motion = compileStudy(kiosk({ sequence: [move("a", 0, { iterations: 2, pause: 100 })] }));
    expect([...busyParts(motion, 0, 600, 6)]).toEqual([1, 0, 0, 1, 0, 0]);
  });

  it("has nothing to count in no time", () => {
    const motion = compileStudy(kiosk({ sequence: [move("a", 0)] }));
    expect([...busyParts(motion, 50, 50, 3)]).toEqual([0, 0, 0]);
  });
});
