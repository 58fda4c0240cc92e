import fc from "fast-check";
import { type Curve, compileCurve, parseCurve } from "./index.ts";

const read = (text: string): Curve => {
  const result = parseCurve(text);
  if (!result.ok) throw new Error(result.faults[0]?.message);
  return result.value;
};
const stopsOf = (text: string) => {
  const curve = read(text);
  return curve.kind === "linear-stops" ? curve.stops.map((s) => [s.value, s.at]) : [];
};
const value = (text: string, p: number, before = false) =>
  compileCurve(read(text)).value(p, before);

describe("linear() stops", () => {
  it("spreads stops without a position evenly", () => {
    expect(stopsOf("linear(0, 0.2, 0.8, 1)")).toEqual([
      [0, 0],
      [0.2, 1 / 3],
      [0.8, 2 / 3],
      [1, 1],
    ]);
    expect(stopsOf("linear(0, 0.5, 0.7 80%, 1)")[1]).toEqual([0.5, 0.4]);
  });

  it("makes two stops of one with two positions", () => {
    expect(stopsOf("linear(0, 0.5 25% 75%, 1)")).toEqual([
      [0, 0],
      [0.5, 0.25],
      [0.5, 0.75],
      [1, 1],
    ]);
  });

  it("moves a position below an earlier one up to it", () => {
    expect(stopsOf("linear(0 50%, 1 20%)")).toEqual([
      [0, 0.5],
      [1, 0.5],
    ]);
    expect(stopsOf("linear(0, 0.5 120%, 1)").at(-1)).toEqual([1, 1.2]);
  });

  it("goes on along its end pieces outside of the stops", () => {
    expect(value("linear(0 20%, 1 70%)", 0)).toBeCloseTo(-0.4, 12);
    expect(value("linear(0 20%, 1 70%)", 1)).toBeCloseTo(1.6, 12);
  });

  it("takes the last of the stops at one position, and the first under the before flag at 0", () => {
    expect(value("linear(0, 0.3 50%, 0.7 50%, 1)", 0.5)).toBe(0.7);
    expect(value("linear(0.2 0%, 0.6 0%, 1)", 0)).toBe(0.6);
    expect(value("linear(0.2 0%, 0.6 0%, 1)", 0, true)).toBe(0.2);
  });

  it("holds the second stop of an end piece without width", () => {
    expect(value("linear(0 50%, 1 50%)", 0.2)).toBe(1);
    expect(value("linear(0 50%, 1 50%)", 0.8)).toBe(1);
  });

  it("passes through every stop and stays between neighbours", () => {
    const stops = fc
      .array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: 2, maxLength: 30 })
      .map((values) => values.map((v, i) => ({ value: v, at: i / (values.length - 1) })));
    fc.assert(
      fc.property(stops, fc.double({ min: 0, max: 1, noNaN: true }), (list, p) => {
        const compiled = compileCurve({ kind: "linear-stops", stops: list });
        for (const stop of list) expect(compiled.value(stop.at)).toBe(stop.value);
        const after = list.findIndex((stop) => stop.at >= p);
        const ends = [list[Math.max(after - 1, 0)]?.value ?? 0, list[after]?.value ?? 0];
        expect(compiled.value(p)).toBeGreaterThanOrEqual(Math.min(...ends) - 1e-12);
        expect(compiled.value(p)).toBeLessThanOrEqual(Math.max(...ends) + 1e-12);
      }),
    );
  });
});
