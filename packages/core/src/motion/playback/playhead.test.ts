import fc from "fast-check";
import {
  advancePlayhead,
  frameAt,
  nearestFrame,
  type Playhead,
  quantizeTime,
  timeOfFrame,
} from "../index.ts";

const start: Playhead = { time: 0, direction: 1, playing: true };
const play = (mode: "once" | "loop" | "swing", elapsed: readonly number[], from = start) =>
  elapsed.reduce((head, ms) => advancePlayhead(head, ms, { mode, rate: 1, duration: 1000 }), from);

describe("the playhead", () => {
  it("stops exactly on the end when it plays once", () => {
    expect(play("once", [400, 700])).toEqual({ time: 1000, direction: 1, playing: false });
    expect(play("once", [400, 700, 50]).time).toBe(1000);
  });

  it("begins again in a loop, over several loops at once too", () => {
    expect(play("loop", [400, 700]).time).toBeCloseTo(100, 9);
    expect(play("loop", [5300]).time).toBeCloseTo(300, 9);
  });

  it("turns around when it swings", () => {
    expect(play("swing", [1200])).toMatchObject({ time: 800, direction: -1 });
    expect(play("swing", [1200, 900])).toMatchObject({ time: 100, direction: 1 });
  });

  it("does not depend on how time is cut into frames", () => {
    const cuts = fc.array(fc.double({ min: 0, max: 500, noNaN: true }), { maxLength: 40 });
    fc.assert(
      fc.property(
        cuts,
        fc.constantFrom("once" as const, "loop" as const, "swing" as const),
        (parts, mode) => {
          const whole = parts.reduce((sum, part) => sum + part, 0);
          const [apart, together] = [play(mode, parts).time, play(mode, [whole]).time];
          // On either side of a loop point the two may stand a rounding apart.
          const gap = Math.abs(apart - together);
          expect(Math.min(gap, Math.abs(gap - 1000))).toBeLessThan(1e-6);
        },
      ),
    );
  });

  it("plays slower at a lower rate and stays at 0 where there is no duration", () => {
    expect(advancePlayhead(start, 400, { mode: "loop", rate: 0.25, duration: 1000 }).time).toBe(
      100,
    );
    expect(advancePlayhead(start, 400, { mode: "loop", rate: 1, duration: 0 }).time).toBe(0);
  });

  it("shows the frame last begun at an emulated rate, and the very end as it is", () => {
    expect(quantizeTime(199, 10, 1050)).toBe(100);
    expect(quantizeTime(1050, 10, 1050)).toBe(1050);
  });

  it("counts frames without losing one to rounding", () => {
    for (const rate of [10, 24, 30, 60, 120])
      for (let frame = 0; frame < 2000; frame++) {
        expect(frameAt(timeOfFrame(frame, rate), rate)).toBe(frame);
        expect(nearestFrame(timeOfFrame(frame, rate) + 0.4, rate)).toBe(timeOfFrame(frame, rate));
      }
  });
});
