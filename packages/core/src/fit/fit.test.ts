import { compileCurve, parseCurve } from "../curve/index.ts";
import { fitLinear } from "./index.ts";

const read = (text: string) => {
  const curve = parseCurve(text);
  if (!curve.ok) throw new Error(text);
  return curve.value;
};

describe("straight pieces for a curve", () => {
  it.each([
    "sine(in-out)",
    "quint(in)",
    "ramp(out, degree: 0.3)",
    "expo(out)",
    "circ(out)",
    "circ(out-in)",
    "back(in-out)",
    "elastic(out)",
    "elastic(in, swings: 12, decay: 3)",
    "bounce(out)",
    "cruise(rise: 0%, fall: 60%)",
    "spring()",
    "spring(overshoot: 55%, settle: 2s)",
    "cubic-bezier(1, 0, 0, 1)",
  ])("stay within the tolerance everywhere: %s", (text) => {
    const curve = read(text);
    const { value } = compileCurve(curve);
    for (const tolerance of [0.02, 0.005, 0.0005]) {
      const fit = fitLinear(curve, tolerance);
      const straight = compileCurve(fit.curve).value;
      let worst = 0;
      // Not the very end of a spring, where it jumps the last thousandth onto its target.
      for (let i = 0; i < 10_000; i++)
        worst = Math.max(worst, Math.abs(straight(i / 10_000) - value(i / 10_000)));
      expect(worst).toBeLessThanOrEqual(
        Math.max(tolerance, text.startsWith("spring") ? 0.0011 : 0),
      );
      expect(fit.curve.stops.at(-1)).toEqual({ at: 1, value: 1 });
    }
  });

  it("need two stops for a line, and few for the rest", () => {
    expect(fitLinear(read("linear"), 0.005).curve.stops).toHaveLength(2);
    expect(fitLinear(read("cubic(out)"), 0.005).curve.stops.length).toBeLessThan(12);
    expect(fitLinear(read("elastic(out)"), 0.005).curve.stops.length).toBeLessThan(60);
  });

  it("refuse a tolerance of nothing", () => {
    expect(() => fitLinear(read("linear"), 0)).toThrow(RangeError);
  });
});
