import { compileStudy } from "@levitas/core/motion";
import { emptyStudy, type Figure, type Study } from "@levitas/core/study";
import fc from "fast-check";
import type { SceneChange } from "./changes.ts";
import {
  alignMoves,
  type Box,
  beginTogether,
  distributeMoves,
  togetherValues,
} from "./together.ts";

const figure = (id: string, rest: Figure["rest"], parent: string | null = null): Figure => ({
  id,
  name: id,
  kind: "block",
  parent,
  pivot: { x: 0.5, y: 0.5 },
  hue: "slate",
  rest: { width: 40, height: 20, ...rest },
  look: {},
});

function change(figures: readonly Figure[]): SceneChange {
  const study: Study = { ...emptyStudy("Quay"), figures };
  return {
    motion: compileStudy(study),
    time: 0,
    active: () => true,
    update: () => undefined,
    edit: () => undefined,
    end: () => undefined,
  };
}

const valuesOf = (list: ReturnType<typeof togetherValues>, id: string) =>
  Object.fromEntries(
    list.filter(({ figureId }) => figureId === id).map(({ channel, value }) => [channel, value]),
  );

describe("figures that are turned and scaled together", () => {
  it("turn about the middle of the box around them", () => {
    // Middles at (20, 10) and (120, 10); their common pivot is (70, 10).
    const both = beginTogether(
      change([figure("a", { x: 0, y: 0 }), figure("b", { x: 100, y: 0 })]),
      ["a", "b"],
    );
    expect(both.pivot).toEqual({ x: 70, y: 10 });
    const turned = togetherValues(both, { angle: 90 });
    expect(valuesOf(turned, "a")).toEqual({ x: 50, y: -50, rotate: 90 });
    expect(valuesOf(turned, "b")).toEqual({ x: 50, y: 50, rotate: 90 });
  });

  it("scale about it, each about its own pivot too", () => {
    const both = beginTogether(
      change([figure("a", { x: 0, y: 0 }), figure("b", { x: 100, y: 0 })]),
      ["a", "b"],
    );
    const scaled = togetherValues(both, { factor: 2 });
    expect(valuesOf(scaled, "a")).toEqual({ x: -50, y: 0, scaleX: 2, scaleY: 2 });
    expect(valuesOf(scaled, "b")).toEqual({ x: 150, y: 0, scaleX: 2, scaleY: 2 });
  });

  it("go along with a chosen figure they stand in, and are put right inside of one that is turned", () => {
    const figures = [
      figure("quay", { x: 100, y: 0, rotate: 90, width: 0, height: 0 }),
      figure("a", { x: 0, y: 0 }, "quay"),
      figure("b", { x: 0, y: 60 }, "quay"),
    ];
    expect(beginTogether(change(figures), ["quay", "a", "b"]).members).toHaveLength(1);
    const inside = beginTogether(change(figures), ["a", "b"]);
    const scaled = togetherValues(inside, { factor: 3 });
    // In the quay's own px they part along its y, which runs to the left on the scene.
    expect(valuesOf(scaled, "a").x).toBeCloseTo(0);
    expect(valuesOf(scaled, "a").y).toBeCloseTo(-60);
    expect(valuesOf(scaled, "b").y).toBeCloseTo(120);
  });
});

const boxes = fc.array(
  fc
    .tuple(
      fc.integer({ min: -500, max: 500 }),
      fc.integer({ min: -500, max: 500 }),
      fc.integer({ min: 1, max: 200 }),
      fc.integer({ min: 1, max: 200 }),
    )
    .map(
      ([left, top, width, height]): Box => ({
        left,
        top,
        right: left + width,
        bottom: top + height,
      }),
    ),
  { minLength: 2, maxLength: 8 },
);
const moved = (all: readonly Box[], by: ReturnType<typeof alignMoves>) =>
  all.map(({ left, top, right, bottom }, i) => {
    const { x, y } = by[i] as { x: number; y: number };
    return { left: left + x, right: right + x, top: top + y, bottom: bottom + y };
  });

describe("lining figures up", () => {
  it.each([
    ["left", (box: Box) => box.left],
    ["right", (box: Box) => box.right],
    ["center", (box: Box) => (box.left + box.right) / 2],
    ["top", (box: Box) => box.top],
    ["bottom", (box: Box) => box.bottom],
    ["middle", (box: Box) => (box.top + box.bottom) / 2],
  ] as const)("brings them to one %s, and none out of the box around them", (how, read) => {
    fc.assert(
      fc.property(boxes, (all) => {
        const places = moved(all, alignMoves(all, how)).map(read);
        for (const place of places) expect(place).toBeCloseTo(places[0] as number, 9);
        const again = moved(all, alignMoves(all, how));
        expect(Math.min(...again.map(({ left }) => left))).toBeGreaterThanOrEqual(
          Math.min(...all.map(({ left }) => left)) - 1e-9,
        );
      }),
    );
  });

  it("makes the gaps between them equal, the outermost staying where they are", () => {
    fc.assert(
      fc.property(boxes, fc.constantFrom("x", "y"), (all, axis) => {
        const [low, high] =
          axis === "x" ? (["left", "right"] as const) : (["top", "bottom"] as const);
        const next = moved(all, distributeMoves(all, axis));
        if (all.length < 3) {
          expect(next).toEqual(all);
          return;
        }
        const middle = (box: Box) => box[low] + box[high];
        const order = all
          .map((_, i) => i)
          .sort((a, b) => middle(all[a] as Box) - middle(all[b] as Box));
        const gaps = order
          .slice(1)
          .map((i, n) => (next[i] as Box)[low] - (next[order[n] as number] as Box)[high]);
        for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0] as number, 6);
        for (const i of [order[0], order.at(-1)] as number[])
          expect((next[i] as Box)[low]).toBeCloseTo((all[i] as Box)[low], 6);
      }),
    );
  });
});
