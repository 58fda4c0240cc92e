import fc from "fast-check";
import { anyPath, readCurveOf } from "../testing/index.ts";
import { compileCurve, type PathCurve, type PathPoint } from "./index.ts";
import {
  addPathPoint,
  deletePathPoints,
  jointOf,
  movePathHandle,
  movePathPoints,
  placePathPoint,
  pullPathHandles,
  setPathJoint,
} from "./pathPoints.ts";

const gangway = readCurveOf(
  'path("M 0 0 C 0.15 0 0.35 1.1 0.5 1.1 C 0.65 1.1 0.8 1 1 1")',
) as PathCurve;
const pointAt = (curve: PathCurve, index: number) => curve.points[index] as PathPoint;

describe("points of a path", () => {
  it("are added without changing its shape, and deleted again", () => {
    fc.assert(
      fc.property(anyPath, fc.double({ min: 0.001, max: 0.999, noNaN: true }), (path, x) => {
        const { curve, index } = addPathPoint(path, x);
        if (index < 0) return;
        expect(pointAt(curve, index).x).toBe(x);
        const [a, b] = [compileCurve(path).value, compileCurve(curve).value];
        for (let i = 0; i <= 40; i++) expect(Math.abs(b(i / 40) - a(i / 40))).toBeLessThan(1e-8);
        expect(deletePathPoints(curve, [index]).points).toHaveLength(path.points.length);
      }),
    );
    expect(addPathPoint(gangway, 0.5)).toEqual({ curve: gangway, index: -1 });
    expect(addPathPoint(gangway, 1.5).index).toBe(-1);
  });

  it("cannot be deleted at the ends", () => {
    expect(deletePathPoints(gangway, [0, 2])).toBe(gangway);
    expect(deletePathPoints(gangway, [0, 1, 2]).points).toHaveLength(2);
  });

  it("move together with their handles; the ends keep their times", () => {
    const moved = movePathPoints(gangway, [0, 1, 2], { x: 0.1, y: -0.2 });
    expect(pointAt(moved, 0)).toEqual(pointAt(gangway, 0));
    const [, middle, end] = moved.points;
    expect(middle?.x).toBeCloseTo(0.6, 12);
    expect(middle?.y).toBeCloseTo(0.9, 12);
    expect(middle?.in?.x).toBeCloseTo(0.45, 12);
    expect([end?.x, end?.y]).toEqual([1, 0.8]);
    expect(pointAt(placePathPoint(gangway, 1, { x: 0.3, y: 0.7 }), 1)).toMatchObject({
      x: 0.3,
      y: expect.closeTo(0.7, 12),
    });
    expect(pointAt(movePathPoints(gangway, [1], { x: 9, y: 0 }), 1).x).toBe(1);
  });

  it("turn the other handle with them as their joint says", () => {
    expect(jointOf(pointAt(gangway, 1))).toBe("mirrored");
    const to = { x: 0.6, y: 1.3 };
    const mirrored = movePathHandle(gangway, 1, "out", to, "mirrored");
    expect(pointAt(mirrored, 1).in).toEqual({ x: 0.4, y: expect.closeTo(0.9, 12) });
    const smooth = movePathHandle(gangway, 1, "out", to, "smooth");
    expect(jointOf(pointAt(smooth, 1))).toBe("smooth");
    expect(
      Math.hypot(0.5 - (pointAt(smooth, 1).in?.x ?? 0), 1.1 - (pointAt(smooth, 1).in?.y ?? 0)),
    ).toBeCloseTo(0.15, 12);
    const corner = movePathHandle(gangway, 1, "out", to, "corner");
    expect(pointAt(corner, 1).in).toEqual(pointAt(gangway, 1).in);
    expect(jointOf(pointAt(corner, 1))).toBe("corner");
    // A handle put on its point is gone.
    expect(
      movePathHandle(gangway, 1, "out", { x: 0.5, y: 1.1 }, "corner").points[1],
    ).not.toHaveProperty("out");
  });

  it("get handles drawn out of a corner, later one first", () => {
    const corner = setPathJoint(gangway, 1, "corner");
    expect(pointAt(corner, 1)).toEqual({ x: 0.5, y: 1.1 });
    const pulled = pullPathHandles(corner, 1, { x: 0.4, y: 1.2 });
    expect(pointAt(pulled, 1)).toMatchObject({
      in: { x: 0.4, y: 1.2 },
      out: { x: 0.6, y: expect.closeTo(1, 12) },
    });
    expect(pullPathHandles(corner, 0, { x: 0.2, y: 0.3 }).points[0]).toEqual({
      x: 0,
      y: 0,
      out: { x: 0.2, y: 0.3 },
    });
  });

  it("become smooth: flat at a top, along their neighbours elsewhere", () => {
    const plain = readCurveOf('path("M 0 0 L 0.4 1.2 L 0.7 0.9 L 1 1")') as PathCurve;
    const top = pointAt(setPathJoint(plain, 1, "smooth"), 1);
    expect([top.in?.y, top.out?.y]).toEqual([1.2, 1.2]);
    expect(jointOf(top)).toBe("smooth");
    const rising = readCurveOf('path("M 0 0 L 0.5 0.6 L 1 1")') as PathCurve;
    const middle = pointAt(setPathJoint(rising, 1, "mirrored"), 1);
    expect(jointOf(middle)).toBe("mirrored");
    expect(((middle.out?.y ?? 0) - 0.6) / ((middle.out?.x ?? 0) - 0.5)).toBeCloseTo(1, 9);
  });
});
