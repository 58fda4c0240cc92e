import { compileCurve, type StepPosition } from "./index.ts";

const at = (count: number, position: StepPosition, p: number, before = false) =>
  compileCurve({ kind: "steps", count, position }).value(p, before);

describe("steps", () => {
  it.each([
    ["jump-end", [0, 0, 0.25, 0.75, 1]],
    ["jump-start", [0.25, 0.25, 0.5, 1, 1]],
    ["jump-none", [0, 0, 1 / 3, 1, 1]],
    ["jump-both", [0.2, 0.2, 0.4, 0.8, 1]],
  ] as const)("places the jumps of %s", (position, expected) => {
    [0, 0.1, 0.3, 0.8, 1].forEach((p, i) => {
      expect(at(4, position, p)).toBeCloseTo(expected[i] as number, 12);
    });
  });

  it("takes the value left of a jump under the before flag", () => {
    expect(at(2, "jump-end", 0.5)).toBe(0.5);
    expect(at(2, "jump-end", 0.5, true)).toBe(0);
    expect(at(1, "jump-start", 0, true)).toBe(0);
    expect(at(1, "jump-start", 0)).toBe(1);
  });

  it("goes on stepping outside of 0 and 1, as CSS says", () => {
    expect(at(2, "jump-end", -0.25)).toBe(-0.5);
    expect(at(2, "jump-end", 1.5)).toBe(1.5);
    expect(at(2, "jump-end", 1)).toBe(1);
  });
});
