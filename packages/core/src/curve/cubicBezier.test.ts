import fc from "fast-check";
import { cases, referenceBezier, referenceBezierAt } from "../testing/index.ts";
import { type CubicBezierCurve, compileCurve } from "./index.ts";

const bezier = (x1: number, y1: number, x2: number, y2: number): CubicBezierCurve => ({
  kind: "cubic-bezier",
  x1,
  y1,
  x2,
  y2,
});

/** Abscissas with the limits and their neighbourhoods drawn often: they are where solvers fail. */
const abscissa = fc.oneof(
  fc.double({ min: 0, max: 1, noNaN: true }),
  fc.constantFrom(0, 1, 0.5, 1e-9, 1 - 1e-9, 1e-16, 1 - 2 ** -53, 1 / 3, 2 / 3),
);
const ordinate = fc.oneof(
  fc.double({ min: -3, max: 4, noNaN: true }),
  fc.constantFrom(0, 1, -1, 2),
);
const progress = fc.oneof(
  fc.double({ min: 0, max: 1, noNaN: true }),
  fc.constantFrom(0.5, 0.5 + 1e-12, 0.5 - 1e-15, 1e-9, 1e-15, 1 - 1e-9, 1 - 1e-15),
);
const anyBezier = fc.tuple(abscissa, ordinate, abscissa, ordinate).map((c) => bezier(...c));

describe("cubic-bezier", () => {
  it("is within 1e-9 of bisection with 256 bits, degenerate curves included", () => {
    fc.assert(
      fc.property(anyBezier, progress, (curve, p) => {
        const error = Math.abs(compileCurve(curve).value(p) - referenceBezier(curve, p));
        expect(error).toBeLessThanOrEqual(1e-9);
      }),
      { numRuns: cases(1000, 4000), seed: 11 },
    );
  });

  const curves = cases(500, 20_000);
  it(`is within 1e-9 of the reference for ${curves} random curves at 50 places each`, () => {
    let worst = 0;
    for (const curve of fc.sample(anyBezier, { numRuns: curves, seed: 23 })) {
      const { value } = compileCurve(curve);
      const reference = referenceBezierAt(curve);
      for (let i = 0; i < 50; i++) {
        // An irrational stride: no two curves are asked at places that suit their table.
        const p = (i * 0.6180339887498949 + curve.x1 * 0.37) % 1;
        worst = Math.max(worst, Math.abs(value(p) - reference(p)));
      }
    }
    expect(worst).toBeLessThanOrEqual(1e-9);
  }, 240_000);

  it("has a fast reference that agrees with the slow one", () => {
    for (const curve of fc.sample(anyBezier, { numRuns: 200, seed: 4 }))
      for (const p of [0.03, 0.41, 0.97])
        expect(referenceBezierAt(curve)(p)).toBeCloseTo(referenceBezier(curve, p), 14);
  });

  it.each([
    ["a triple root in the middle", bezier(1, 0, 0, 1)],
    ["a triple root with overshoot", bezier(1, -2, 0, 3)],
    ["nearly a triple root", bezier(1 - 1e-12, 0, 1e-12, 1)],
    ["a vertical start", bezier(0, 1, 0, 1)],
    ["a vertical end", bezier(1, 0, 1, 0)],
    ["a vertical start with far ordinates", bezier(0, 3, 0, -2)],
    ["flat in time at both ends", bezier(0, 1, 1, 0)],
  ])("keeps its accuracy with %s", (_, curve) => {
    const { value } = compileCurve(curve);
    for (const d of [0, 1e-17, 1e-15, 1e-12, 1e-9, 1e-6, 1e-3])
      for (const p of [d, 0.25 + d, 0.5 - d, 0.5 + d, 1 - d])
        expect(Math.abs(value(p) - referenceBezier(curve, p))).toBeLessThanOrEqual(1e-9);
  });

  it("is exactly 0 and 1 at the ends", () => {
    fc.assert(
      fc.property(anyBezier, (curve) => {
        const { value } = compileCurve(curve);
        expect([value(0), value(1)]).toEqual([0, 1]);
      }),
    );
  });

  it("rises when its ordinates are its abscissas in order", () => {
    fc.assert(
      fc.property(abscissa, abscissa, progress, progress, (x1, x2, p, q) => {
        const { value } = compileCurve(bezier(x1, 0.2, x2, 0.8));
        expect(value(Math.min(p, q))).toBeLessThanOrEqual(value(Math.max(p, q)) + 1e-12);
      }),
    );
  });

  it("has the slope of its difference quotient", () => {
    const smooth = fc.double({ min: 0.05, max: 0.95, noNaN: true });
    fc.assert(
      fc.property(smooth, ordinate, smooth, ordinate, smooth, (x1, y1, x2, y2, p) => {
        // A nearly vertical tangent has no difference quotient worth comparing with.
        fc.pre(x1 - x2 < 0.6);
        const { value, slope } = compileCurve(bezier(x1, y1, x2, y2));
        const h = 1e-5;
        const quotient = (value(p + h) - value(p - h)) / (2 * h);
        expect(Math.abs(slope(p) - quotient)).toBeLessThan(1e-3 * Math.max(1, Math.abs(quotient)));
      }),
    );
  });

  it("has the slope of its control points at the ends", () => {
    const { slope } = compileCurve(bezier(0.25, 0.5, 0.5, 0.75));
    expect(slope(0)).toBeCloseTo(2, 12);
    expect(slope(1)).toBeCloseTo(0.5, 12);
    expect(compileCurve(bezier(0, 0, 0.5, 1)).slope(0)).toBeCloseTo(2, 12);
    expect(compileCurve(bezier(0, 1, 0.5, 1)).slope(0)).toBe(Number.POSITIVE_INFINITY);
  });

  it.each([
    ["towards its first control point", bezier(0.25, 0.5, 0.5, 1), -0.5, -1],
    ["towards the second one if the first has no width", bezier(0, 1, 0.5, 0.25), -1, -0.5],
    ["flat if neither has", bezier(0, 1, 0, 0.5), -1, 0],
    ["past the end, towards the second", bezier(0.5, 0, 0.75, 0.5), 1.5, 2],
    ["past the end, towards the first", bezier(0.5, 0.5, 1, 0), 2, 2],
    ["past the end, flat", bezier(1, 0.5, 1, 0), 2, 1],
  ])("goes on along its tangent: %s", (_, curve, p, expected) => {
    expect(compileCurve(curve).value(p)).toBeCloseTo(expected, 12);
  });
});
