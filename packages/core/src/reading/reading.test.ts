import fc from "fast-check";
import { type Curve, compileCurve } from "../curve/index.ts";
import { bezier } from "../testing/index.ts";
import { curvePolyline, curveRange } from "./index.ts";

describe("the range of a curve", () => {
  it("has no sample outside of it", () => {
    const x = fc.double({ min: 0, max: 1, noNaN: true });
    const y = fc.double({ min: -2, max: 3, noNaN: true });
    fc.assert(
      fc.property(x, y, x, y, x, (x1, y1, x2, y2, p) => {
        const curve = bezier(x1, y1, x2, y2);
        const { min, max } = curveRange(curve);
        const value = compileCurve(curve).value(p);
        expect(value).toBeGreaterThanOrEqual(min - 1e-6);
        expect(value).toBeLessThanOrEqual(max + 1e-6);
      }),
    );
  });

  it("finds a peak with its place", () => {
    const { max, maxAt, min } = curveRange(bezier(1 / 3, 0, 2 / 3, 2));
    // y = 6t²(1−t) + t³, greatest at t = 4/5, and x = t.
    expect([max, maxAt, min]).toEqual([expect.closeTo(1.28, 9), expect.closeTo(0.8, 5), 0]);
  });
});

describe("a curve as a polyline", () => {
  const pairs = (curve: Curve) => {
    const points = curvePolyline(curve, 8);
    return Array.from({ length: points.length / 2 }, (_, i) => [points[2 * i], points[2 * i + 1]]);
  };

  it("goes up and along for steps", () => {
    expect(pairs({ kind: "steps", count: 2, position: "jump-end" })).toEqual([
      [0, 0],
      [0, 0],
      [0.5, 0],
      [0.5, 0.5],
      [1, 0.5],
      [1, 1],
    ]);
  });

  it("has every stop as a point", () => {
    const stops = [
      { value: 0, at: 0 },
      { value: 1.5, at: 0.37 },
      { value: 1, at: 1 },
    ];
    expect(pairs({ kind: "linear-stops", stops })).toEqual([
      [0, 0],
      [0.37, 1.5],
      [1, 1],
    ]);
  });

  it("lies on the curve", () => {
    const curve = bezier(0.2, 0.9, 0.4, 1.2);
    for (const [p = 0, v] of pairs(curve)) expect(v).toBe(compileCurve(curve).value(p));
  });
});
