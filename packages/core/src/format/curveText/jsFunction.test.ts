import fc from "fast-check";
import { type Curve, compileCurve } from "../../curve/index.ts";
import { anyCurve, readCurveOf } from "../../testing/index.ts";
import { jsFunction, SCRIPT_ERROR } from "./jsFunction.ts";

interface Made {
  ease: (progress: number) => number;
  tween: (time: number, start: number, change: number, duration: number) => number;
}
/** Runs the text with nothing else in scope, as a person would paste it. */
const run = (curve: Curve): Made =>
  new Function(`"use strict"; ${jsFunction(curve)} return { ease, tween };`)() as Made;

describe("JavaScript functions", () => {
  it("say what the curve says, for every kind", () => {
    fc.assert(
      fc.property(anyCurve, (curve) => {
        const { value } = compileCurve(curve);
        const { ease } = run(curve);
        const scale = Math.max(1, ...[0.1, 0.5, 0.9].map((p) => Math.abs(value(p))));
        for (let i = 0; i <= 50; i++)
          expect(Math.abs(ease(i / 50) - value(i / 50))).toBeLessThanOrEqual(SCRIPT_ERROR * scale);
      }),
      { numRuns: 400 },
    );
  });

  it("need no library and hold still outside of their time", () => {
    for (const text of [
      "spring(velocity: 4)",
      "bounce(in, bounces: 0)",
      "ramp(in-out, turn: 0%)",
      "cruise(rise: 0%, fall: 100%)",
    ]) {
      const { ease } = run(readCurveOf(text));
      expect([ease(-3), ease(0), ease(1), ease(7)]).toEqual([0, 0, 1, 1]);
    }
  });

  it("give values of time, start, change and duration", () => {
    const { tween } = run(readCurveOf("quad(in)"));
    // The pass slides from 40 px by 200 px in 800 ms; a quarter of the way at half time.
    expect(tween(400, 40, 200, 800)).toBeCloseTo(90, 9);
    expect([tween(-5, 40, 200, 800), tween(900, 40, 200, 800)]).toEqual([40, 240]);
    expect([tween(-1, 40, 200, 0), tween(0, 40, 200, 0)]).toEqual([40, 240]);
  });
});
