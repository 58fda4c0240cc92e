import fc from "fast-check";
import { CURVE_KINDS, checkCurve, parseCurve, printCurve } from "./index.ts";

const faultOf = (text: string) => {
  const result = parseCurve(text);
  return result.ok ? undefined : result.faults[0];
};

describe("curve notation", () => {
  it.each([
    ["linear", "linear"],
    ["  EASE-In-Out ", "ease-in-out"],
    ["step-start", "steps(1, start)"],
    ["step-end", "steps(1)"],
    ["steps(3, start)", "steps(3, start)"],
    ["steps(3, end)", "steps(3)"],
    ["steps(3, jump-both)", "steps(3, jump-both)"],
    ["cubic-bezier(.3,0,/* late */.2,1)", "cubic-bezier(0.3, 0, 0.2, 1)"],
    ["cubic-bezier(calc(1 / 4), -1e-1, 1, 2)", "cubic-bezier(0.25, -0.1, 1, 2)"],
    ["linear(0, 20% 0.5, 1)", "linear(0 0%, 0.5 20%, 1 100%)"],
  ])("reads %s and prints %s", (text, printed) => {
    const result = parseCurve(text);
    expect(result.ok && printCurve(result.value)).toBe(printed);
  });

  it("reads what it prints as the same curve, to the last digit", () => {
    const x = fc.double({ min: 0, max: 1, noNaN: true }).map((v) => v + 0);
    const y = fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((v) => v + 0);
    const stop = fc.record({ value: y, at: fc.integer({ min: 0, max: 1e9 }).map((n) => n / 1e9) });
    const anyCurve = fc.oneof(
      fc.record({ kind: fc.constant("cubic-bezier" as const), x1: x, y1: y, x2: x, y2: y }),
      fc.record({
        kind: fc.constant("steps" as const),
        count: fc.integer({ min: 2, max: 1000 }),
        position: fc.constantFrom("jump-start", "jump-end", "jump-none", "jump-both"),
      }),
      fc.record({
        kind: fc.constant("linear-stops" as const),
        stops: fc
          .array(stop, { minLength: 2, maxLength: 20 })
          .map((stops) => stops.sort((a, b) => a.at - b.at)),
      }),
    );
    fc.assert(
      fc.property(anyCurve, (curve) => {
        expect(parseCurve(printCurve(curve))).toEqual({ ok: true, value: curve });
      }),
      { numRuns: 1000, seed: 3 },
    );
  });

  it.each([
    ["cubic-bezier(1.2, 0, 0, 1)", 13, "x1 from 0 to 1"],
    ["cubic-bezier(0.2, 0, 0)", 22, "4 numbers"],
    ["cubic-bezier(0.2, 0, 0, )", 23, "a number for y2"],
    ["steps(0)", 6, "at least 1 step"],
    ["steps(1, jump-none)", 6, "at least 2 steps"],
    ["steps(2.5)", 6, "a whole number"],
    ["steps(3, middle)", 9, "jump-start"],
    ["linear(0)", 8, "at least 2 stops"],
    ["linear(0, 1 10% 20% 30%)", 10, "a stop"],
    ["linear(0, 10%)", 10, "a stop"],
    ["eese", 0, "Did you mean ease?"],
    ["ease ease", 5, "Take it away"],
    ["", 0, "Write a curve"],
    ["42", 0, "Begin with the name"],
    ["ease('", 0, "Did you mean ease?"],
    ["ease('\n')", 5, "Close"],
  ])("refuses %j at %i and says the cure", (text, at, cure) => {
    const fault = faultOf(text);
    expect(fault?.at).toBe(at);
    expect(fault?.cure).toContain(cure);
  });

  it("answers any text with a curve or with a fault inside it", () => {
    const fragments = fc.constantFrom(
      "linear",
      "(",
      ")",
      ",",
      "0",
      "1e999",
      "%",
      " ",
      "steps",
      "cubic-bezier(",
      "calc(",
      "/*",
      '"',
      "-",
      "ease",
      "NaN",
      "\\",
      "\u0000",
      "{",
      "}",
    );
    fc.assert(
      fc.property(fc.array(fragments, { maxLength: 30 }), fc.string(), (parts, noise) => {
        const text = parts.join("") + noise;
        const fault = faultOf(text);
        if (!fault) return;
        expect(fault.at).toBeGreaterThanOrEqual(0);
        expect(fault.at).toBeLessThanOrEqual(text.length);
        expect(fault.cure.length).toBeGreaterThan(5);
      }),
      { numRuns: 3000, seed: 5 },
    );
  });

  it("does not hang on deep or endless text", () => {
    expect(faultOf("calc(".repeat(10_000))?.code).toBe("too-deep");
    expect(faultOf(`linear(${"0,".repeat(600_000)}`)?.code).toBe("text-too-long");
  });

  it("finds faults of curves that came as data, with their paths", () => {
    expect(checkCurve({ kind: "cubic-bezier", x1: 2, y1: 0, x2: 0, y2: null }, "c")).toMatchObject([
      { path: "c.x1", message: "Found 2." },
      { path: "c.y2", message: "Found null." },
    ]);
    expect(checkCurve({ kind: "wobble" }, "c")[0]).toMatchObject({ path: "c.kind" });
    expect(checkCurve({ kind: "steps", count: 1, position: "jump-none" }, "c")).toHaveLength(1);
    expect(
      checkCurve(
        {
          kind: "linear-stops",
          stops: [
            { value: 0, at: 0.5 },
            { value: 1, at: 0.2 },
          ],
        },
        "c",
      )[0],
    ).toMatchObject({ code: "stops-out-of-order", path: "c.stops[1].at" });
  });

  it("has an initial curve of every kind that is sound and reads back", () => {
    for (const kind of CURVE_KINDS) {
      expect(checkCurve(kind.initial, "")).toEqual([]);
      expect(parseCurve(printCurve(kind.initial))).toEqual({ ok: true, value: kind.initial });
    }
  });
});
