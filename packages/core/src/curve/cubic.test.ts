import fc from "fast-check";
import {
  bezierCoordinate,
  bezierDerivative,
  bezierTurns,
  cubicAt,
  cubicSlopeAt,
  cutBezier,
  quadraticRoots,
} from "./cubic.ts";

const number = fc.double({ min: -10, max: 10, noNaN: true });
const share = fc.double({ min: 0.001, max: 0.999, noNaN: true });
const four = fc.tuple(number, number, number, number);

describe("cubics", () => {
  it("are the same by control points and by coefficients", () => {
    fc.assert(
      fc.property(number, number, number, share, (b, c, d, t) => {
        const [cc, bb] = [3 * b, 3 * (c - b) - 3 * b];
        const aa = d - cc - bb;
        expect(cubicAt(aa, bb, cc, t)).toBeCloseTo(bezierCoordinate(0, b, c, d, t), 9);
        expect(cubicSlopeAt(aa, bb, cc, t)).toBeCloseTo(bezierDerivative(0, b, c, d, t), 9);
      }),
    );
  });

  it("have the derivative that their differences approach", () => {
    fc.assert(
      fc.property(four, share, ([a, b, c, d], t) => {
        const h = 1e-5;
        const difference =
          (bezierCoordinate(a, b, c, d, t + h) - bezierCoordinate(a, b, c, d, t - h)) / (2 * h);
        expect(bezierDerivative(a, b, c, d, t)).toBeCloseTo(difference, 4);
      }),
    );
  });

  it("rise or fall between their turns", () => {
    fc.assert(
      fc.property(four, ([a, b, c, d]) => {
        const places = [0, ...bezierTurns(a, b, c, d), 1];
        for (let i = 0; i + 1 < places.length; i++) {
          const [low, high] = [places[i] as number, places[i + 1] as number];
          const signs = [0.1, 0.3, 0.5, 0.7, 0.9]
            .map((k) => bezierDerivative(a, b, c, d, low + (high - low) * k))
            .filter((slope) => Math.abs(slope) > 1e-9)
            .map(Math.sign);
          expect(new Set(signs).size).toBeLessThanOrEqual(1);
        }
      }),
    );
  });

  it("run through the same places when they are cut in two", () => {
    fc.assert(
      fc.property(four, four, share, share, (x, y, cut, t) => {
        const points = x.map((each, i) => ({ x: each, y: y[i] as number }));
        const [first, second] = cutBezier(points as never, cut);
        for (const axis of ["x", "y"] as const) {
          const at = (p: readonly { x: number; y: number }[], u: number) => {
            const [a, b, c, d] = p.map((each) => each[axis]) as [number, number, number, number];
            return bezierCoordinate(a, b, c, d, u);
          };
          expect(at(first, t)).toBeCloseTo(at(points, cut * t), 9);
          expect(at(second, t)).toBeCloseTo(at(points, cut + (1 - cut) * t), 9);
        }
      }),
    );
  });

  it("know the roots of their derivatives also where the textbook formula loses them", () => {
    expect(quadraticRoots(1, -1e9, 1)).toEqual([1e-9, 1e9]);
    expect(quadraticRoots(0, 2, -1)).toEqual([0.5]);
    expect(quadraticRoots(0, 0, 1)).toEqual([]);
    expect(quadraticRoots(1, 0, 1)).toEqual([]);
  });
});
