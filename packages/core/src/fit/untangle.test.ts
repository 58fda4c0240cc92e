import fc from "fast-check";
import { backStretches, checkCurve, type PathCurve, type PathPoint } from "../curve/index.ts";
import { anyPath } from "../testing/index.ts";
import { untangle } from "./index.ts";

const number = fc.double({ min: -0.5, max: 1.5, noNaN: true });
const place = fc.record({ x: number, y: number });
/** Paths whose points and handles lie anywhere. */
const anyTangle: fc.Arbitrary<PathCurve> = fc
  .array(fc.record({ x: number, y: number, in: place, out: place }), { minLength: 0, maxLength: 5 })
  .chain((inner) =>
    fc.tuple(place, place, number).map(([out, before, y]): PathCurve => {
      const points: PathPoint[] = [{ x: 0, y: 0, out }, ...inner, { x: 1, y, in: before }];
      return { kind: "path", points };
    }),
  );

describe("untangling", () => {
  it("leaves a sound path alone", () => {
    fc.assert(fc.property(anyPath, (path) => expect(untangle(path)).toBe(path)));
  });

  it("makes any path sound, and keeps the value of every point", () => {
    fc.assert(
      fc.property(anyTangle, (path) => {
        const mended = untangle(path);
        expect(checkCurve(mended, "")).toEqual([]);
        expect(mended.points.map((point) => point.y)).toEqual(path.points.map((point) => point.y));
        expect(untangle(mended)).toBe(mended);
      }),
      { numRuns: 300 },
    );
  });

  it("moves two points that cross to their middle, which is nearest", () => {
    const at = (x: number, y: number) => ({ x, y });
    const path: PathCurve = {
      kind: "path",
      points: [at(0, 0), at(0.6, 0.4), at(0.4, 0.7), at(1, 1)],
    };
    expect(untangle(path).points.map((point) => point.x)).toEqual([0, 0.5, 0.5, 1]);
  });

  it("moves handles by no more than any other sound choice", () => {
    const handles = fc.tuple(number, number);
    const curve = (a: number, b: number): PathPoint[] => [
      { x: 0, y: 0, out: { x: a, y: 0.2 } },
      { x: 1, y: 1, in: { x: b, y: 0.9 } },
    ];
    fc.assert(
      fc.property(handles, handles, ([a, b], [c, d]) => {
        if (backStretches(curve(a, b)).length === 0 || backStretches(curve(c, d)).length > 0)
          return;
        const { points } = untangle({ kind: "path", points: curve(a, b) });
        const moved = ((points[0]?.out?.x ?? 0) - a) ** 2 + ((points[1]?.in?.x ?? 1) - b) ** 2;
        expect(moved).toBeLessThanOrEqual((c - a) ** 2 + (d - b) ** 2 + 1e-6);
      }),
      { numRuns: 1000 },
    );
  });

  it("keeps smooth points smooth", () => {
    const path: PathCurve = {
      kind: "path",
      points: [
        { x: 0, y: 0 },
        { x: 0.5, y: 0.5, in: { x: 0.1, y: 0.3 }, out: { x: 1.3, y: 0.9 } },
        { x: 1, y: 1, in: { x: 0.5, y: 1 } },
      ],
    };
    const { points } = untangle(path);
    const middle = points[1] as Required<PathPoint>;
    const slope = (handle: { x: number; y: number }) => (handle.y - 0.5) / (handle.x - 0.5);
    expect(slope(middle.in)).toBeCloseTo(slope(middle.out), 9);
    expect(checkCurve({ kind: "path", points }, "")).toEqual([]);
  });
});
