import fc from "fast-check";
import { compileCurve, physicsOf, springDuration } from "../curve/index.ts";
import { anyCurve, readCurveOf } from "../testing/index.ts";
import { curveRange, readCurve, readSamples } from "./index.ts";

const read = (text: string, band?: number) => readCurve(readCurveOf(text), band);

describe("readings of known curves", () => {
  it("finds the tenth that a plain back passes its target by, and when", () => {
    const { overshoot, overshootAt, anticipation, crossings, firstReach } = read("back(out)");
    // The in form is least at p = 2s/(3(s+1)), s = 1.70158….
    const s = 1.701540198866824;
    expect(overshoot).toBeCloseTo(0.1, 12);
    expect(overshootAt).toBeCloseTo(1 - (2 * s) / (3 * (s + 1)), 9);
    expect(anticipation).toBe(0);
    // It passes the target where the in form is 0: at p = s/(s+1).
    expect(firstReach).toBeCloseTo(1 - s / (s + 1), 9);
    expect(crossings).toEqual([firstReach]);
    expect(read("back(in)")).toMatchObject({ overshoot: 0, anticipation: expect.closeTo(0.1, 12) });
  });

  it("settles where a curve enters the band for good", () => {
    // (1 − p)³ = 0.02
    expect(read("cubic(out)").settle).toBeCloseTo(1 - 0.02 ** (1 / 3), 9);
    expect(read("cubic(out)", 0.05).settle).toBeCloseTo(1 - 0.05 ** (1 / 3), 9);
    expect(read("linear").settle).toBeCloseTo(0.98, 9);
    // The last hop of the bounce leaves the band no more, the one before it does.
    const { settle } = read("bounce(out)", 0.05);
    expect(settle).toBeGreaterThan(0.7);
    expect(settle).toBeLessThan(0.91);
  });

  it("says null where the target is never reached or left again", () => {
    const there = read('path("M 0 0 C 0.1 0 0.2 1 0.5 1 C 0.8 1 0.9 0 1 0")');
    expect(there).toMatchObject({ firstReach: 0.5, settle: null, overshoot: 0 });
    expect(read('path("M 0 0 L 1 0.5")').firstReach).toBeNull();
  });

  it("reaches the target at the end where nearing it is only rounding", () => {
    for (const text of [
      "ramp(out, degree: 12)",
      "expo(out, steepness: 30)",
      "cubic(out)",
      "linear",
    ])
      expect(read(text).firstReach).toBe(1);
    expect(read("linear(0, 1 40%, 1)").firstReach).toBeCloseTo(0.4, 12);
    expect(read("bounce(out)").firstReach).toBeCloseTo(1 / 2.75, 9);
  });

  it("measures speed relative to constant speed", () => {
    expect(read("linear")).toMatchObject({ peakSpeed: 1, startSlope: 1, endSlope: 1 });
    expect(read("cubic(out)")).toMatchObject({
      peakSpeed: 3,
      peakSpeedAt: 0,
      startSlope: 3,
      endSlope: 0,
    });
    const { peakSpeed, peakSpeedAt } = read("sine(in-out)");
    expect([peakSpeed, peakSpeedAt]).toEqual([
      expect.closeTo(Math.PI / 2, 9),
      expect.closeTo(0.5, 5),
    ]);
    expect(read("steps(4)")).toMatchObject({
      peakSpeed: Number.POSITIVE_INFINITY,
      peakSpeedAt: 0.25,
    });
  });

  it("counts crossings, reversals, kinks and jumps", () => {
    const elastic = read("elastic(out)");
    // 1 − E·cos(6πp) crosses 1 at the six zeros of the cosine.
    expect(elastic.crossings).toHaveLength(6);
    expect(elastic.crossings[0]).toBeCloseTo(1 / 12, 9);
    const bounce = read("bounce(out)");
    expect(bounce.kinks.map((kink) => kink.at)).toEqual(
      [1 / 2.75, 2 / 2.75, 2.5 / 2.75].map((at) => expect.closeTo(at, 9)),
    );
    expect(bounce.reversals).toHaveLength(6);
    expect(bounce.crossings).toEqual([]);
    expect(read("steps(3, jump-both)").jumps).toEqual([0, 1 / 3, 2 / 3, 1]);
    expect(read("linear(0, 0.2 50%, 0.7 50%, 1)").jumps).toEqual([0.5]);
    expect(read("linear(0, 0.3 50%, 1)").kinks).toEqual([
      { at: 0.5, before: expect.closeTo(0.6, 9), after: expect.closeTo(1.4, 9) },
    ]);
  });

  it("gives a spring by feel the overshoot and settle time it was asked for", () => {
    const curve = readCurveOf("spring(overshoot: 12%, settle: 600ms)");
    const { overshoot, settle } = readCurve(curve);
    expect(overshoot).toBeCloseTo(0.12, 6);
    if (curve.kind !== "spring-feel") throw new Error(curve.kind);
    expect((settle ?? 0) * springDuration(physicsOf(curve)) * 1000).toBeCloseTo(600, 3);
  });
});

describe("feel words", () => {
  it.each([
    ["linear", ["mechanical"]],
    ["sine(in-out)", ["gentle"]],
    ["cruise()", ["gentle"]],
    ["ease-in-out", ["gentle"]],
    ["cubic(out)", ["settles"]],
    ["expo(out)", ["settles"]],
    ["circ(in)", ["builds"]],
    ["cubic(in)", ["builds"]],
    ["back(out)", ["settles", "overshoots"]],
    ["back(in)", ["anticipates", "builds"]],
    ["elastic(out)", ["settles", "overshoots", "rings"]],
    ["spring()", ["settles", "overshoots", "rings"]],
    ["spring(overshoot: 0%, settle: 400ms)", ["settles"]],
    ["bounce(out)", ["lands"]],
    ["steps(6)", ["steps"]],
  ])("of %s", (text, words) => {
    expect(read(text).feel).toEqual(words);
  });
});

describe("readings of any curve", () => {
  it("hold at every place of a dense grid", () => {
    fc.assert(
      fc.property(anyCurve, (curve) => {
        const { value } = compileCurve(curve);
        const { overshoot, anticipation, settle, firstReach, band, crossings } = readCurve(curve);
        const { max, min } = curveRange(curve);
        const wrong: object[] = [];
        let sides = 0;
        let side = 0;
        for (let i = 0; i <= 2000; i++) {
          const p = i / 2000;
          const v = value(p);
          const inRange =
            v <= Math.max(max, 1 + overshoot) + 1e-9 && v >= Math.min(min, -anticipation) - 1e-9;
          const settled = settle === null || p < settle + 1e-9 || Math.abs(v - 1) <= band + 1e-9;
          const reached = firstReach === null || p >= firstReach - 1e-9 || v < 1 + 1e-9;
          if (!inRange || !settled || !reached) wrong.push({ p, v, inRange, settled, reached });
          const now = Math.abs(v - 1) > 1e-9 ? Math.sign(v - 1) : side;
          if (side !== 0 && now !== side) sides++;
          side = now;
        }
        expect(wrong).toEqual([]);
        expect(crossings.length).toBeGreaterThanOrEqual(sides);
      }),
      { numRuns: 150 },
    );
  });
});

describe("readings of samples", () => {
  it("are those of the curve that was sampled", () => {
    const curve = readCurveOf("spring(overshoot: 30%, settle: 700ms)");
    const { value } = compileCurve(curve);
    const times = Array.from({ length: 4001 }, (_, i) => 200 + i / 4);
    // The gangway swings from −40 to 60 degrees in one second.
    const values = times.map((t) => -40 + 100 * value((t - 200) / 1000));
    const sampled = readSamples(times, values);
    const exact = readCurve(curve);
    expect(sampled).toMatchObject({ fromTime: 200, toTime: 1200, start: -40, target: 60 });
    expect(sampled?.overshoot).toBeCloseTo(exact.overshoot, 4);
    expect(sampled?.settle).toBeCloseTo(exact.settle ?? 0, 3);
    expect(sampled?.peakSpeed).toBeCloseTo(exact.peakSpeed, 1);
    expect(sampled?.crossings).toHaveLength(exact.crossings.length);
  });

  it("are null where there is no way to measure by", () => {
    expect(readSamples([0], [1])).toBeNull();
    expect(readSamples([0, 0], [0, 1])).toBeNull();
    expect(readSamples([0, 1, 2], [5, 9, 5])).toBeNull();
    expect(readSamples([0, 1, 2], [5, 9, 5], { target: 7 })?.overshoot).toBeCloseTo(1, 9);
    expect(() => readSamples([0, 1], [1])).toThrow(RangeError);
  });
});
