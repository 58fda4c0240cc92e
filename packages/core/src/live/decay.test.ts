import fc from "fast-check";
import { compileCurve } from "../curve/index.ts";
import { bezier } from "../testing/index.ts";
import { curveDecay, finiteSlopes, lagDecay, springDecay } from "./index.ts";

const springs = fc.record({
  k: fc.double({ min: 1, max: 900, noNaN: true }),
  c: fc.double({ min: 0.5, max: 90, noNaN: true }),
  m: fc.double({ min: 0.2, max: 4, noNaN: true }),
  d: fc.double({ min: -500, max: 500, noNaN: true }),
  v: fc.double({ min: -3000, max: 3000, noNaN: true }),
});

describe("springs", () => {
  it("begin where and as fast as they are told, and obey their equation", () => {
    fc.assert(
      fc.property(
        springs,
        fc.double({ min: 0.01, max: 3, noNaN: true }),
        ({ k, c, m, d, v }, t) => {
          const way = springDecay(k, c, m);
          expect(way.at(0, d, v)).toBeCloseTo(d, 9);
          expect(way.rate(0, d, v)).toBeCloseTo(v, 7);
          // y″ by the difference of rates on both sides.
          const h = 1e-5;
          const bend = (way.rate(t + h, d, v) - way.rate(t - h, d, v)) / (2 * h);
          const sum = m * bend + c * way.rate(t, d, v) + k * way.at(t, d, v);
          const size =
            m * (Math.abs(k / m) * Math.abs(d) + (c / m) * Math.abs(v)) +
            k * Math.abs(d) +
            c * Math.abs(v);
          expect(Math.abs(sum)).toBeLessThan(1e-4 * (1 + size));
        },
      ),
    );
  });

  it("never hold more energy than they began with, and stay below the step once they have ended", () => {
    fc.assert(
      fc.property(springs, fc.double({ min: 0, max: 4, noNaN: true }), ({ k, c, m, d, v }, t) => {
        const way = springDecay(k, c, m);
        const energy = (y: number, rate: number) => k * y * y + m * rate * rate;
        const before = energy(d, v);
        expect(energy(way.at(t, d, v), way.rate(t, d, v))).toBeLessThanOrEqual(
          before * (1 + 1e-9) + 1e-12,
        );
        const end = way.length(d, v, 0.01);
        for (const later of [0, 0.001, 0.1, 1])
          expect(Math.abs(way.at(end + later + t, d, v))).toBeLessThanOrEqual(0.01 * (1 + 1e-6));
      }),
    );
  });
});

describe("curves and lags", () => {
  it("a curve that keeps a speed begins with it and lands with the slope of its end", () => {
    fc.assert(
      fc.property(springs, fc.double({ min: 0.05, max: 2, noNaN: true }), ({ d, v }, duration) => {
        const curve = compileCurve(bezier(0.3, 0.1, 0.6, 1.2));
        const way = curveDecay(curve, duration);
        const k = way.begin(d, v, 0);
        expect(way.at(0, d, k)).toBeCloseTo(d, 9);
        expect(way.rate(0, d, k)).toBeCloseTo(v, 6);
        expect(way.at(duration, d, k)).toBeCloseTo(0, 9);
        expect(way.rate(duration, d, k)).toBeCloseTo((-d * curve.slope(1)) / duration, 6);
      }),
    );
  });

  it("an upright curve goes by the speed alone", () => {
    const upright = {
      value: (p: number) => Math.sqrt(p),
      slope: (p: number) => 0.5 / Math.sqrt(p),
    };
    const way = curveDecay(finiteSlopes(upright as never), 0.5);
    expect(way.begin(10, 40, 0)).toBe(20);
    expect(way.at(0.25, 10, 20)).toBeCloseTo(10 * (1 - Math.SQRT1_2) + 20 * 0.5 * 0.25, 12);
  });

  it("a lag is within a step once it has ended", () => {
    const way = lagDecay(0.2);
    expect(way.at(0.2, 100, 0)).toBeCloseTo(100 / Math.E, 9);
    expect(way.at(way.length(100, 0, 0.01), 100, 0)).toBeCloseTo(0.01, 9);
  });
});
