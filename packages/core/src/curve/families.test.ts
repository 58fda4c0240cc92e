import fc from "fast-check";
import { anyFamily, cases } from "../testing/index.ts";
import {
  type Curve,
  checkCurve,
  compileCurve,
  curveKindOf,
  type DIRECTIONS,
  parseCurve,
  printCurve,
} from "./index.ts";

const read = (text: string): Curve => {
  const curve = parseCurve(text);
  if (!curve.ok) throw new Error(`${text}: ${curve.faults[0]?.message} ${curve.faults[0]?.cure}`);
  return curve.value;
};
const value = (text: string, p: number) => compileCurve(read(text)).value(p);
/** Away from the very ends, where 1 − p rounds and a steep ramp shows it. */
const thousandth = fc.integer({ min: 1, max: 999 }).map((n) => n / 1000);
describe("families", () => {
  // The formulas of the families, said anew and plainly, as a reference.
  const forms: Record<string, (p: number) => number> = {
    "sine(in)": (p) => 1 - Math.cos((Math.PI * p) / 2),
    "ramp(in, degree: 2.5)": (p) => p ** 2.5,
    "expo(in)": (p) => (2 ** (10 * p) - 1) / (2 ** 10 - 1),
    "expo(in, steepness: 4)": (p) => (2 ** (4 * p) - 1) / 15,
    "circ(in)": (p) => 1 - Math.sqrt(1 - p * p),
    "back(in)": (p) => p * p * (2.70158 * p - 1.70158),
    "elastic(out)": (p) =>
      1 - ((2 ** (-10 * p) - 2 ** -10) / (1 - 2 ** -10)) * Math.cos(6 * Math.PI * p),
    "bounce(out)": (q) => {
      // The customary bounce: parabolas of 7.5625 between elevenths.
      if (q < 1 / 2.75) return 7.5625 * q * q;
      if (q < 2 / 2.75) return 7.5625 * (q - 1.5 / 2.75) ** 2 + 0.75;
      if (q < 2.5 / 2.75) return 7.5625 * (q - 2.25 / 2.75) ** 2 + 0.9375;
      return 7.5625 * (q - 2.625 / 2.75) ** 2 + 0.984375;
    },
    "quad(in-out)": (p) => (p < 0.5 ? 2 * p * p : 1 - 2 * (1 - p) ** 2),
    "cubic(out-in)": (p) => (1 + (2 * p - 1) ** 3) / 2,
    "cubic(in-out, turn: 30%)": (p) =>
      p < 0.3 ? 0.3 * (p / 0.3) ** 3 : 1 - 0.7 * ((1 - p) / 0.7) ** 3,
    "cruise(rise: 20%, fall: 40%)": (p) => {
      const top = 1 / 0.7;
      if (p < 0.2) return (top * p * p) / 0.4;
      return p < 0.6 ? top * (p - 0.1) : 1 - (top * (1 - p) ** 2) / 0.8;
    },
  };
  it.each(Object.entries(forms))("%s is its formula", (text, form) => {
    // The reference of back knows its strength to 5 digits only.
    const digits = text.startsWith("back") ? 4 : 12;
    for (let p = 0.01; p < 1; p += 0.0173) expect(value(text, p)).toBeCloseTo(form(p), digits);
  });

  it("are exactly 0 and 1 at their ends, and stand still outside", () => {
    fc.assert(
      fc.property(anyFamily, (curve) => {
        const { value: at } = compileCurve(curve);
        expect([at(-1), at(0), at(1), at(2)]).toEqual([0, 0, 1, 1]);
      }),
      { numRuns: cases(200, 500) },
    );
  });

  it("mirror in into out, and in-out into itself", () => {
    fc.assert(
      fc.property(anyFamily, thousandth, (curve, p) => {
        if (!("direction" in curve)) return;
        const at = (direction: (typeof DIRECTIONS)[number], q: number) =>
          compileCurve({ ...curve, direction }).value(q);
        expect(at("out", p)).toBeCloseTo(1 - at("in", 1 - p), 9);
        expect(at("in-out", p)).toBeCloseTo(1 - at("in-out", 1 - p), 9);
        expect(at("out-in", p)).toBeCloseTo(1 - at("out-in", 1 - p), 9);
      }),
      { numRuns: cases(200, 500) },
    );
  });

  it("have the slope of their difference quotient, away from kinks", () => {
    fc.assert(
      fc.property(anyFamily, fc.double({ min: 0.02, max: 0.98, noNaN: true }), (curve, p) => {
        const { value: at, slope } = compileCurve(curve);
        const h = 1e-6;
        const left = (at(p) - at(p - h)) / h;
        const right = (at(p + h) - at(p)) / h;
        const size = Math.max(1, Math.abs(left), Math.abs(right));
        // A kink or a steep bend between the two quotients says nothing about either.
        fc.pre(Math.abs(left - right) < 1e-3 * size);
        expect(Math.abs(slope(p) - right)).toBeLessThan(3e-3 * size);
      }),
      { numRuns: cases(400, 1500) },
    );
  });

  it("take the right side of a kink, and the left one at the end", () => {
    const { slope } = compileCurve(
      read("bounce(out, bounces: 1, restitution: 50%)".replace("50%", "0.5")),
    );
    // w = 1/2: the fall ends at 1/2 with slope 4, the hop begins with −2 and ends with 2.
    expect([slope(0.5), slope(1), slope(0)]).toEqual([-2, 2, 0]);
  });

  it.each([
    ["back(out)", 0.1],
    ["back(in-out, overshoot: 25%)", 0.25],
    ["back(out, overshoot: 3%)", 0.03],
    ["back(out, overshoot: 0%)", 0],
  ])("%s passes its target by exactly its overshoot", (text, overshoot) => {
    let most = 0;
    for (let p = 0; p <= 1; p += 1e-5) most = Math.max(most, value(text, p) - 1);
    expect(most).toBeCloseTo(overshoot, 8);
  });

  it("read what they print as the same curve", () => {
    fc.assert(
      fc.property(anyFamily, (curve) => {
        expect(parseCurve(printCurve(curve))).toEqual({ ok: true, value: curve });
        expect(checkCurve(curve, "")).toEqual([]);
      }),
      { numRuns: cases(300, 1000) },
    );
  });

  it.each([
    ["ramp(out)", "cubic(out)"],
    ["ramp(in, degree: 5)", "quint(in)"],
    ["ramp(in, degree: 6)", "ramp(in, degree: 6)"],
    ["quad( IN-OUT , turn: 30% )", "quad(in-out, turn: 30%)"],
    ["elastic(out, decay: 8, swings: 3)", "elastic(out, decay: 8)"],
    ["cruise()", "cruise()"],
    ["cruise(fall: 40%)", "cruise(fall: 40%)"],
  ])("%s prints as %s", (text, printed) => expect(printCurve(read(text))).toBe(printed));

  it.each([
    ["cubic()", 6, "a direction"],
    ["cubic(up)", 6, "a direction"],
    ["cubic(out, degree: 3)", 11, "one of turn"],
    ["cubic(out, turn: 30%)", 0, "in-out"],
    ["ramp(out, degree: 13)", 10, "from 0.1 to 12"],
    ["ramp(out, degree 3)", 10, "a colon"],
    ["back(out, overshoot: 0.1)", 10, "a percentage"],
    ["elastic(out, swings: 2, swings: 3)", 24, "swings once"],
    ["bounce(out, bounces: 2.5)", 12, "a whole number"],
    ["cruise(rise: 70%, fall: 40%)", 0, "100%"],
    ["elastik(out)", 0, "Did you mean elastic()?"],
  ])("refuses %s at %i and says the cure", (text, at, cure) => {
    const curve = parseCurve(text);
    expect(curve.ok ? undefined : curve.faults[0]?.at).toBe(at);
    expect(curve.ok ? "" : curve.faults[0]?.cure).toContain(cure);
  });

  it("find faults of curves that came as data", () => {
    expect(
      checkCurve({ kind: "ramp", direction: "up", degree: 99 }, "c").map((f) => f.path),
    ).toEqual(["c.direction", "c.degree"]);
    expect(checkCurve({ kind: "ramp", direction: "in", degree: 2, turn: 0.3 }, "c")[0]?.path).toBe(
      "c.turn",
    );
    expect(checkCurve({ kind: "cruise", rise: 0.8, fall: 0.8 }, "c")[0]?.code).toBe(
      "rise-and-fall-too-long",
    );
    expect(curveKindOf({ kind: "sine", direction: "in" }).label).toBe("Sine");
  });
});
