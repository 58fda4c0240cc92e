import fc from "fast-check";
import { type Curve, compileCurve, type LinearStop } from "../curve/index.ts";
import { anyCurve, anyFamily, anyPath, anySpring, cases, readCurveOf } from "../testing/index.ts";
import { fitBezier, fitLinear, fitPath, greatestDifference } from "./index.ts";

const worstOnGrid = (a: Curve, b: Curve, count = 10_000) => {
  const [one, other] = [compileCurve(a).value, compileCurve(b).value];
  let worst = 0;
  for (let i = 0; i <= count; i++)
    worst = Math.max(worst, Math.abs(one(i / count) - other(i / count)));
  return worst;
};

/**
 * The fewest stops within a tolerance, by dynamic programming: stops on an even grid of places, each with
 * one of several values around the curve. Slow and plain, as a reference.
 */
function fewestStops(curve: Curve, tolerance: number): number {
  const places = 240;
  const levels = 9;
  const { value } = compileCurve(curve);
  const wanted = Array.from({ length: places + 1 }, (_, i) => value(i / places));
  const candidates = wanted.map((_, i) =>
    i === 0 || i === places
      ? [wanted[i] as number]
      : Array.from({ length: levels }, (_, k) => {
          const share = (2 * k) / (levels - 1) - 1;
          return (wanted[i] as number) + 0.98 * tolerance * share;
        }),
  );
  const levelsAt = (i: number) => candidates[i] as number[];
  const fewest: number[][] = [[1]];
  for (let to = 1; to <= places; to++)
    fewest[to] = levelsAt(to).map(() => Number.POSITIVE_INFINITY);
  for (let from = 0; from < places; from++)
    for (const [k, start] of levelsAt(from).entries()) {
      const stops = fewest[from]?.[k] as number;
      if (!Number.isFinite(stops)) continue;
      let [low, high] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
      for (let to = from + 1; to <= places && low <= high; to++) {
        const run = to - from;
        for (const [j, end] of levelsAt(to).entries()) {
          const slope = (end - start) / run;
          const row = fewest[to] as number[];
          if (slope >= low - 1e-12 && slope <= high + 1e-12)
            row[j] = Math.min(row[j] as number, stops + 1);
        }
        low = Math.max(low, ((wanted[to] as number) - tolerance - start) / run);
        high = Math.min(high, ((wanted[to] as number) + tolerance - start) / run);
      }
    }
  return fewest[places]?.[0] as number;
}

const SHOWN = [
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
  'path("M 0 0 C 0.15 0 0.35 1.1 0.5 1.1 C 0.65 1.1 0.8 1 1 1")',
];

describe("straight pieces for a curve", () => {
  it.each(SHOWN)("stay within the tolerance everywhere: %s", (text) => {
    const curve = readCurveOf(text);
    for (const tolerance of [0.02, 0.005, 0.0005]) {
      const fit = fitLinear(curve, tolerance);
      expect(worstOnGrid(curve, fit.curve)).toBeLessThanOrEqual(tolerance);
      expect(fit.curve.stops.at(-1)).toEqual({ at: 1, value: 1 });
    }
  });

  it("take no longer where a curve stands still nearly to its end", () => {
    const count = 600;
    const stops = (value: (at: number) => number): Curve => ({
      kind: "linear-stops",
      stops: Array.from({ length: count + 1 }, (_, i) => ({
        at: i / count,
        value: i === count ? 1 : value(i / count),
      })),
    });
    const timeOf = (curve: Curve) => {
      const start = performance.now();
      fitLinear(curve, 0.0005);
      return performance.now() - start;
    };
    const bent = stops((at) => at * at);
    const level = stops(() => 0);
    // The least of a few: other work on the machine only makes it longer.
    const least = (curve: Curve) => Math.min(...Array.from({ length: 4 }, () => timeOf(curve)));
    // It was more than 400 times as long: each sample left another copy of a corner to be looked at by all later ones.
    expect(least(level)).toBeLessThan(12 * least(bent));
  });

  it("stay in order beside a jump that is nearer to the start than their decimals", () => {
    const curve: Curve = {
      kind: "linear-stops",
      stops: [
        { value: -0.999967, at: 0.000018 },
        { value: 1.999994, at: 0.000018 },
        { value: -0.341164, at: 0.123569 },
        { value: 2, at: 0.161876 },
        { value: -0.365746, at: 0.784489 },
      ],
    };
    const fit = fitLinear(curve, 0.03);
    const places = fit.curve.stops.map(({ at }) => at ?? 0);
    expect(places).toEqual(places.toSorted((a, b) => a - b));
    expect(worstOnGrid(curve, fit.curve)).toBeLessThanOrEqual(fit.error + 1e-9);
  });

  it("state their true error, and never more than the tolerance", () => {
    fc.assert(
      fc.property(anyCurve, fc.constantFrom(0.03, 0.005), (curve, tolerance) => {
        const fit = fitLinear(curve, tolerance);
        const measured = worstOnGrid(curve, fit.curve);
        expect(measured).toBeLessThanOrEqual(fit.error + 1e-9);
        expect(fit.error).toBeLessThanOrEqual(tolerance);
        const at = fit.curve.stops.map((stop: LinearStop) => stop.at);
        expect(at).toEqual([...at].sort((a, b) => a - b));
      }),
      // A failing curve is shown as it was drawn: making it smaller takes minutes.
      { numRuns: cases(16, 120), endOnFailure: true },
    );
  });

  // Not those with a vertical tangent: an even grid steps over it and finds too few.
  it.each(SHOWN.filter((text) => !/^(ramp|circ|cubic-bezier)/.test(text)))(
    "need at most a tenth more stops than dynamic programming finds: %s",
    (text) => {
      const curve = readCurveOf(text);
      for (const tolerance of [0.02, 0.005]) {
        // It looks at its own places only; a little less keeps it true between them.
        const optimum = fewestStops(curve, 0.97 * tolerance);
        const found = fitLinear(curve, tolerance).curve.stops.length;
        expect(found).toBeLessThanOrEqual(1.1 * optimum);
      }
    },
  );

  it("keep to the tolerance for a wild path, too", () => {
    const path = readCurveOf(
      'path("M 0 0 C 0.58 -0.44 0.01 0.08 0.59 -1 C 0.6 2 0.99 -1 0.995 1.9 C 0.996 -0.9 0.999 1.7 1 -0.3")',
    );
    for (const tolerance of [0.03, 0.005, 0.001])
      expect(fitLinear(path, tolerance).error).toBeLessThanOrEqual(tolerance);
  });

  it("jump where the curve jumps", () => {
    const fit = fitLinear(readCurveOf("steps(2)"), 0.005);
    expect(fit.curve.stops).toEqual([
      { at: 0, value: 0 },
      { at: 0.5, value: 0 },
      { at: 0.5, value: 0.5 },
      { at: 1, value: 0.5 },
      { at: 1, value: 1 },
    ]);
    expect(fit.error).toBe(0);
  });

  it("need two stops for a line, and refuse a tolerance of nothing", () => {
    expect(fitLinear(readCurveOf("linear"), 0.005).curve.stops).toHaveLength(2);
    expect(() => fitLinear(readCurveOf("linear"), 0)).toThrow(RangeError);
  });
});

/** Many random starts, each improved by random steps: what patience finds. */
function longSearch(curve: Curve, within: boolean): number {
  const { value } = compileCurve(curve);
  const places = Array.from(
    { length: 120 },
    (_, i) => 0.5 - 0.5 * Math.cos((Math.PI * (i + 1)) / 121),
  );
  const table = Array.from({ length: 4097 }, (_, i) => value(i / 4096));
  let state = 7;
  const random = () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
  const legal = (four: readonly number[]) =>
    four.map((each, i) => (i % 2 === 0 || within ? Math.min(Math.max(each, 0), 1) : each));
  const error = (four: readonly number[]) => {
    const [x1 = 0, y1 = 0, x2 = 0, y2 = 0] = legal(four);
    let worst = Math.abs(1 - value(1));
    for (const t of places) {
      const u = 1 - t;
      const x = 3 * u * u * t * x1 + 3 * u * t * t * x2 + t ** 3;
      const y = 3 * u * u * t * y1 + 3 * u * t * t * y2 + t ** 3;
      const cell = Math.min(Math.floor(x * 4096), 4095);
      const low = table[cell] as number;
      const wanted = low + ((table[cell + 1] as number) - low) * (x * 4096 - cell);
      worst = Math.max(worst, Math.abs(y - wanted));
    }
    return worst;
  };
  let best = { four: [0, 0, 1, 1], error: Number.POSITIVE_INFINITY };
  for (let start = 0; start < 60; start++) {
    let four = [random(), 4 * random() - 1.5, random(), 4 * random() - 1.5];
    let least = error(four);
    let reach = 0.5;
    for (let i = 0; i < 700; i++) {
      const next = four.map((each) => each + (random() - 0.5) * reach);
      const found = error(next);
      if (found < least) {
        [four, least] = [next, found];
        reach *= 1.4;
      } else reach *= 0.98;
      if (reach < 1e-6) reach = 0.05;
    }
    if (least < best.error) best = { four, error: least };
  }
  const [x1 = 0, y1 = 0, x2 = 0, y2 = 0] = legal(best.four);
  return greatestDifference(curve, { kind: "cubic-bezier", x1, y1, x2, y2 });
}

describe("the best cubic-bezier", () => {
  it.each(SHOWN.filter((_, i) => i % cases(4, 2) === 1))(
    "is never worse by a twentieth than a long search: %s",
    (text) => {
      const curve = readCurveOf(text);
      for (const within of [false, true]) {
        const fit = fitBezier(curve, { within });
        // Below a ten-thousandth of the way both are as good as exact.
        expect(fit.error).toBeLessThanOrEqual(Math.max(1.05 * longSearch(curve, within), 1e-4));
      }
    },
  );

  it("states its true error, for any curve", () => {
    fc.assert(
      fc.property(fc.oneof(anyFamily, anyPath, anySpring), (curve) => {
        const fit = fitBezier(curve);
        expect(Math.abs(worstOnGrid(curve, fit.curve) - fit.error)).toBeLessThan(
          0.02 * fit.error + 1e-6,
        );
        const { x1, x2 } = fit.curve;
        expect(x1 >= 0 && x1 <= 1 && x2 >= 0 && x2 <= 1).toBe(true);
      }),
      { numRuns: 15, endOnFailure: true },
    );
  });

  it("is the curve itself where it is one, and finds the ramp of degree 3", () => {
    expect(fitBezier(readCurveOf("ease")).curve).toMatchObject({
      x1: 0.25,
      y1: 0.1,
      x2: 0.25,
      y2: 1,
    });
    const cubic = fitBezier(readCurveOf("cubic(in)"));
    expect(cubic.curve.x1).toBeCloseTo(1 / 3, 3);
    expect(cubic.error).toBeLessThan(1e-5);
  });

  it("stays between start and target where it must, and tells how far it is", () => {
    const shares: number[] = [];
    const { curve, error } = fitBezier(readCurveOf("cubic-bezier(0.3, 1.6, 0.6, 1)"), {
      within: true,
      progress: (share) => shares.push(share),
    });
    for (const y of [curve.y1, curve.y2]) expect(y >= 0 && y <= 1).toBe(true);
    expect(error).toBeGreaterThan(0.02);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.at(-1)).toBe(1);
  });
});

describe("paths for curves", () => {
  it("stay within the tolerance where a curve stands upright in its middle", () => {
    const curve = { kind: "ramp", direction: "out-in", degree: 0.43432486372843504 } as const;
    expect(fitPath(curve, 0.005).error).toBeLessThanOrEqual(0.005);
  });

  it("stay within the tolerance", () => {
    fc.assert(
      fc.property(anyCurve, (curve) => {
        const fit = fitPath(curve, 0.005);
        expect(fit.error).toBeLessThanOrEqual(0.005);
        expect(worstOnGrid(curve, fit.curve)).toBeLessThanOrEqual(fit.error + 1e-9);
      }),
      { numRuns: cases(16, 100), endOnFailure: true },
    );
  });

  it("are exact for beziers, straight pieces, steps and a back", () => {
    for (const text of ["ease", "linear(0, 0.5 20%, 0.5 20%, 1)", "steps(3)", "back(out)"]) {
      const fit = fitPath(readCurveOf(text), 0.005);
      expect(fit.error).toBeLessThan(1e-9);
    }
    expect(fitPath(readCurveOf("back(out)"), 0.005).curve.points).toHaveLength(2);
  });
});
