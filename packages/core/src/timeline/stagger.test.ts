import fc from "fast-check";
import { compileStudy } from "../motion/index.ts";
import type { Front, Stagger, Study, Tween } from "../study/index.ts";
import { figure, key, kiosk, tween } from "../testing/index.ts";
import { figureOrder, frontDistances, frontReach, staggerOffsets } from "./stagger.ts";

const CHIPS = ["chip1", "chip2", "chip3", "chip4"];
/** Four chips in a row, 100 px apart, the first one's middle at 50, 200. */
const row = (stagger: Stagger): { study: Study; chips: Tween } => {
  const chips = tween(
    "arrive",
    100,
    CHIPS,
    [{ channel: "opacity", keys: [key(0, 0), key(200, 1)] }],
    {
      stagger,
    },
  );
  return {
    chips,
    study: kiosk({
      figures: CHIPS.map((id, i) =>
        figure(id, { rest: { x: 30 + i * 100, y: 190, width: 40, height: 20 } }),
      ),
      sequence: [chips],
    }),
  };
};
const offsets = (stagger: Stagger) => {
  const { study, chips } = row(stagger);
  return staggerOffsets(study, chips).map((each) => Math.round(each * 1e6) / 1e6);
};
const by = (front: Front): Stagger => ({ order: "front", gap: 0, front });

describe("a stagger", () => {
  it("starts one after the other in list order, or from the last on", () => {
    expect(offsets({ order: "list", gap: 90 })).toEqual([0, 90, 180, 270]);
    expect(offsets({ order: "list", gap: -90 })).toEqual([270, 180, 90, 0]);
  });

  it("shuffles by its seed: always the same, each place once", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e6 }),
        fc.integer({ min: 0, max: 60 }),
        (seed, count) => {
          const order = figureOrder(count, seed);
          expect(order).toEqual(figureOrder(count, seed));
          expect(order.toSorted((a, b) => a - b)).toEqual(
            Array.from({ length: count }, (_, i) => i),
          );
        },
      ),
    );
    expect(offsets({ order: "shuffle", gap: 10, seed: 1 })).not.toEqual(
      offsets({ order: "shuffle", gap: 10, seed: 4 }),
    );
  });

  it("starts each figure when a line reaches it; what lies behind it starts at once", () => {
    expect(offsets(by({ shape: "line", x: 150, y: 0, angle: 0, speed: 500 }))).toEqual([
      0, 0, 200, 400,
    ]);
    // Straight down it reaches all of them together.
    expect(offsets(by({ shape: "line", x: 0, y: 100, angle: 90, time: 300 }))).toEqual([
      300, 300, 300, 300,
    ]);
  });

  it("spreads as a circle from a point, or closes in on it", () => {
    const circle: Front = { shape: "circle", x: 50, y: 200, time: 600 };
    expect(offsets(by(circle))).toEqual([0, 200, 400, 600]);
    expect(offsets(by({ ...circle, closing: true }))).toEqual([600, 400, 200, 0]);
  });

  it("follows the front's curve: a figure starts when the front is first there", () => {
    const front: Front = {
      shape: "circle",
      x: 50,
      y: 200,
      time: 800,
      curve: { kind: "back", direction: "out", overshoot: 0.1 },
    };
    const { study } = row(by(front));
    const reach = Math.max(...frontDistances(study, CHIPS, front));
    offsets(by(front)).forEach((offset, i) => {
      expect(frontReach(study, front, reach, offset)).toBeCloseTo(i * 100, 3);
      expect(frontReach(study, front, reach, offset - 1)).toBeLessThanOrEqual(i * 100);
    });
  });

  it("finds figures where they stand at rest, inside others too", () => {
    const { study, chips } = row(by({ shape: "line", x: 0, y: 0, angle: 0, speed: 1000 }));
    const nested: Study = {
      ...study,
      figures: [
        figure("board", {
          kind: "group",
          rest: { x: 300, y: 0, width: 100, height: 100, scaleX: 2 },
        }),
        ...study.figures.map((each, i) => (i === 0 ? { ...each, parent: "board" } : each)),
      ],
    };
    // 50 in the board's box, whose pivot is at 50: scaled about it, it stays at 350.
    expect(staggerOffsets(nested, chips)[0]).toBeCloseTo(350, 6);
  });

  it("plays each figure's own start, and ends with the last", () => {
    const { study } = row({ order: "list", gap: 90 });
    const motion = compileStudy(study);
    expect(CHIPS.map((_, i) => motion.valueAt(i, "opacity", 290))).toEqual([0.95, 0.5, 0.05, 1]);
    expect(motion.duration).toBe(100 + 270 + 200);
  });
});
