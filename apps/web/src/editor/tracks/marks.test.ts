import fc from "fast-check";
import { boundsOf, distanceTo, type Hit, hitAt, hitsWithin, rowAt, rowPlaces } from "./marks.ts";

const hit = (target: string, x: number, y: number, width: number, height: number): Hit<string> => ({
  ...{ target, x, y, width, height },
  cursor: "grab",
  title: target,
});
const picture = (...hits: Hit<string>[]) => ({ marks: [], hits });

describe("rows below each other", () => {
  const heights = fc.array(fc.integer({ min: 1, max: 216 }), { minLength: 1, maxLength: 200 });

  it("are found by every height within them, and by none outside", () => {
    fc.assert(
      fc.property(heights, fc.nat(50_000), (list, y) => {
        const places = rowPlaces(list);
        const found = places.findIndex(({ top, height }) => y >= top && y < top + height);
        expect(rowAt(places, y)).toBe(found);
      }),
    );
    expect(rowAt(rowPlaces([30, 32]), -1)).toBe(-1);
    expect(rowAt([], 0)).toBe(-1);
  });

  it("lie without a gap", () => {
    expect(rowPlaces([30, 32, 216])).toEqual([
      { top: 0, height: 30 },
      { top: 30, height: 32 },
      { top: 62, height: 216 },
    ]);
  });
});

describe("what the pointer finds", () => {
  const box = fc.record({
    x: fc.integer({ min: -50, max: 600 }),
    y: fc.nat(32),
    width: fc.nat(80),
    height: fc.nat(32),
  });

  it("lies in front of all else that is there", () => {
    fc.assert(
      fc.property(fc.array(box, { maxLength: 30 }), fc.nat(600), fc.nat(32), (boxes, x, y) => {
        const shown = picture(
          ...boxes.map((each, i) => hit(String(i), each.x, each.y, each.width, each.height)),
        );
        const under = boxes.flatMap((each, i) =>
          x >= each.x && x <= each.x + each.width && y >= each.y && y <= each.y + each.height
            ? [String(i)]
            : [],
        );
        expect(hitAt(shown, x, y)?.target).toBe(under.at(-1));
      }),
    );
  });

  it("by a box is what has its middle in it", () => {
    const shown = picture(hit("in", 10, 0, 14, 32), hit("beside", 40, 0, 14, 32));
    const box = { left: 0, right: 40, top: 10, bottom: 20 };
    expect(hitsWithin(shown, box).map(({ target }) => target)).toEqual(["in"]);
    expect(hitsWithin(shown, { ...box, top: 17 })).toEqual([]);
  });
});

describe("the room that marks take", () => {
  it("holds every point of theirs with the width of its line", () => {
    const place = fc.integer({ min: -300, max: 300 });
    fc.assert(
      fc.property(fc.array(fc.tuple(place, place), { minLength: 1 }), fc.nat(9), (points, line) => {
        const box = boundsOf([
          { type: "line", points: points.flat(), stroke: "ink", lineWidth: line + 1 },
          { type: "text", x: 9999, y: 9999, text: "far", ink: "ink", font: "400 11px" },
        ]);
        for (const [x, y] of points) {
          expect(x - line / 2).toBeGreaterThanOrEqual(box?.left ?? Number.NaN);
          expect(x + line / 2).toBeLessThanOrEqual(box?.right ?? Number.NaN);
          expect(y - line / 2).toBeGreaterThanOrEqual(box?.top ?? Number.NaN);
          expect(y + line / 2).toBeLessThanOrEqual(box?.bottom ?? Number.NaN);
        }
      }),
    );
    expect(boundsOf([])).toBeUndefined();
    const gap = [0, 0, Number.NaN, Number.NaN, 10, 10];
    expect(boundsOf([{ type: "line", points: gap }])).toEqual({
      ...{ left: -1, top: -1, right: 11, bottom: 11 },
    });
  });
});

describe("the distance to a line", () => {
  it("is that of its nearest stretch, beside its ends too", () => {
    const line = [0, 0, 100, 0, 100, 50];
    expect(distanceTo(line, 50, 7)).toBe(7);
    expect(distanceTo(line, 104, 25)).toBe(4);
    expect(distanceTo(line, -3, 4)).toBe(5);
    expect(distanceTo(line, 100, 60)).toBe(10);
    expect(distanceTo([5, 5], 5, 5)).toBe(Number.POSITIVE_INFINITY);
  });
});
