import fc from "fast-check";
import { anyCurve, anyPath, readCurveOf } from "../testing/index.ts";
import {
  backStretches,
  checkCurve,
  compileCurve,
  landmarksOf,
  type PathCurve,
  parseCurve,
  printCurve,
  readPathData,
} from "./index.ts";

const points = (data: string) => {
  const read = readPathData(data);
  if (!read.ok) throw new Error(read.faults[0]?.message);
  return read.value.map((each) => each.points);
};
const faultOf = (text: string) => {
  const read = parseCurve(text);
  return read.ok ? undefined : read.faults[0];
};

describe("paths as text", () => {
  it("read back as the same path", () => {
    fc.assert(
      fc.property(anyPath, (path) => {
        const text = printCurve(path);
        const again = readCurveOf(text);
        expect(printCurve(again)).toBe(text);
        const [a, b] = [compileCurve(path), compileCurve(again)];
        for (let i = 0; i <= 20; i++) expect(b.value(i / 20)).toBe(a.value(i / 20));
      }),
    );
  });

  it("take every command of SVG, absolute and relative", () => {
    const same = ["M 0 0 L 0.5 1 L 1 1", "m0,0l.5 1h.5", "M0 0 0.5 1 1 1", "M0,0L.5,1H1"];
    for (const data of same)
      expect(points(data)).toEqual([
        [
          { x: 0, y: 0 },
          { x: 0.5, y: 1 },
          { x: 1, y: 1 },
        ],
      ]);
    // A quadratic piece is the cubic one with its control points two thirds of the way.
    const [quadratic] = points("M0 0 Q .5 1 1 1 T 2 2");
    expect(quadratic?.[0]).toEqual({ x: 0, y: 0, out: { x: 1 / 3, y: 2 / 3 } });
    expect(quadratic?.[2]).toMatchObject({ x: 2, y: 2 });
    const [smooth] = points("M0 0 C .1 0 .4 1 .5 1 S .9 2 1 1");
    expect(smooth?.[1]).toMatchObject({ in: { x: 0.4, y: 1 }, out: { x: 0.6, y: 1 } });
    const [arc] = points("M0 0 A 1 1 0 0 1 1 1");
    // A quarter of a circle about (0, 1): its middle lies on the circle.
    const quarter = compileCurve({ kind: "path", points: arc ?? [] });
    expect(quarter.value(Math.SQRT1_2)).toBeCloseTo(1 - Math.SQRT1_2, 3);
  });

  it.each([
    ['path("M 0 0 L 0.5")', 6, "M 0 0"],
    ['path("M 0 0 X 1 1")', 6, "M 0 0"],
    ['path("M 0.1 0 L 1 1")', 6, "0 0"],
    ['path("M 0 0 L 0.9 1")', 6, "x = 1"],
    ['path("M 0 0 L 1 1 M 0 0 L 1 1")', 6, "one"],
    ["path(M 0 0)", 5, "quotes"],
    ["path()", 5, "quotes"],
    ['path("M 0 0")', 6, "line or a curve"],
  ])("say where %s is wrong, and the cure", (text, least, cure) => {
    const fault = faultOf(text);
    expect(fault?.at).toBeGreaterThanOrEqual(least);
    expect(fault?.at).toBeLessThanOrEqual(text.length);
    expect(fault?.cure).toContain(cure);
  });

  it("refuse to run back in time, with the interval", () => {
    const fault = faultOf('path("M 0 0 L 0.6 0.5 L 0.4 0.7 L 1 1")');
    expect(fault).toMatchObject({
      code: "runs-back-in-time",
      message: "The path runs back in time from 40 % to 60 %.",
      cure: expect.stringContaining("untangle"),
    });
  });
});

describe("paths as curves", () => {
  it("are the CSS cubic-bezier where they have one piece", () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    const y = fc.double({ min: -2, max: 3, noNaN: true });
    fc.assert(
      fc.property(share, y, share, y, share, (x1, y1, x2, y2, p) => {
        const bezier = compileCurve({ kind: "cubic-bezier", x1, y1, x2, y2 });
        const path = compileCurve({
          kind: "path",
          points: [
            { x: 0, y: 0, out: { x: x1, y: y1 } },
            { x: 1, y: 1, in: { x: x2, y: y2 } },
          ],
        });
        expect(Math.abs(path.value(p) - bezier.value(p))).toBeLessThan(2e-9);
      }),
    );
  });

  it("pass through their points, and hold the ends outside", () => {
    fc.assert(
      fc.property(anyPath, (path) => {
        const { value } = compileCurve(path);
        for (const { x, y } of path.points) expect(value(x)).toBeCloseTo(y, 9);
        expect([value(-1), value(2)]).toEqual([0, path.points.at(-1)?.y]);
        expect(value(Number.NaN)).toBeNaN();
      }),
    );
  });

  it("jump where they are vertical, earlier with the before flag", () => {
    const { value, slope } = compileCurve(readCurveOf('path("M 0 0 L 0.5 0.2 L 0.5 0.8 L 1 1")'));
    expect([value(0.5, true), value(0.5)]).toEqual([0.2, 0.8]);
    expect(slope(0.5, true)).toBeCloseTo(0.4, 12);
  });

  it("solve pieces whose handles reach beyond them and still do not run back", () => {
    // x = 3u²t·1.2 + 3ut²·0.3 + t³, rising everywhere, though 1.2 is past the end.
    const path: PathCurve = {
      kind: "path",
      points: [
        { x: 0, y: 0, out: { x: 1.2, y: 0 } },
        { x: 1, y: 1, in: { x: 0.3, y: 1 } },
      ],
    };
    expect(checkCurve(path, "")).toEqual([]);
    const { value } = compileCurve(path);
    for (const t of [0.1, 0.4, 0.5, 0.7, 0.95]) {
      const u = 1 - t;
      const x = 3.6 * u * u * t + 0.9 * u * t * t + t ** 3;
      expect(value(x)).toBeCloseTo(3 * u * t * t + t ** 3, 9);
    }
  });

  it("report the stretch of a piece that turns, as the roots of dx/dt say", () => {
    // Handles at 1 and 0 beyond their neighbours: x = 3u²t·1.6 − 3ut²·0.6 + t³.
    const [stretch] = backStretches([
      { x: 0, y: 0, out: { x: 1.6, y: 0 } },
      { x: 1, y: 1, in: { x: -0.6, y: 1 } },
    ]);
    let [top, low] = [0, 1];
    for (let i = 0; i <= 1e5; i++) {
      const t = i / 1e5;
      const u = 1 - t;
      const x = 4.8 * u * u * t - 1.8 * u * t * t + t ** 3;
      if (t < 0.5) top = Math.max(top, x);
      else low = Math.min(low, x);
    }
    expect(stretch?.from).toBeCloseTo(low, 6);
    expect(stretch?.to).toBeCloseTo(top, 6);
  });
});

describe("every curve", () => {
  it("has the slope that difference quotients have, from either side", () => {
    fc.assert(
      fc.property(anyCurve, fc.double({ min: 0.001, max: 0.999, noNaN: true }), (curve, p) => {
        const { value, slope } = compileCurve(curve);
        if (landmarksOf(curve).some((mark) => Math.abs(mark - p) < 1e-5)) return;
        const h = 1e-6;
        const quotient = (value(p + h) - value(p - h)) / (2 * h);
        const bend = Math.abs(slope(p + h) - slope(p - h));
        expect(Math.abs(slope(p) - quotient)).toBeLessThanOrEqual(
          1e-5 * (1 + Math.abs(quotient)) + bend,
        );
      }),
    );
  });

  it("is the same on both sides of a landmark-free place", () => {
    fc.assert(
      fc.property(anyCurve, fc.double({ min: 0.001, max: 0.999, noNaN: true }), (curve, p) => {
        const { value, slope } = compileCurve(curve);
        if (landmarksOf(curve).includes(p)) return;
        expect(value(p, true)).toBe(value(p));
        expect(slope(p, true)).toBe(slope(p));
      }),
    );
  });

  it("names its landmarks in order, inside its time", () => {
    fc.assert(
      fc.property(anyCurve, (curve) => {
        const marks = landmarksOf(curve);
        for (const [i, mark] of marks.entries()) {
          expect(mark > 0 && mark < 1).toBe(true);
          expect(mark).toBeGreaterThanOrEqual(marks[i - 1] ?? 0);
        }
      }),
    );
  });
});
