import fc from "fast-check";
import {
  activeLength,
  contentTime,
  freezesFor,
  type Iterations,
  innerTime,
  iterationsOf,
  outerTime,
  type PlacedFreeze,
  presentTime,
  type TimeLink,
  withinTime,
} from "./timing.ts";

const iterations = (more: Partial<Iterations> = {}): Iterations => ({
  length: 200,
  count: 3,
  direction: "normal",
  pause: 0,
  fill: "forwards",
  ...more,
});
const at = (of: Iterations, t: number) =>
  innerTime([{ kind: "play", origin: 0, rate: 1, iterations: of }], t);

describe("iterations", () => {
  // The reference is "Calculating the iteration progress" of Web Animations Level 1, worked out by hand.
  it.each([
    ["normal", {}, [0, 50, 199, 250, 450, 600, 900], [0, 50, 199, 50, 50, 200, 200]],
    ["reverse", { direction: "reverse" }, [0, 50, 250, 600], [200, 150, 150, 0]],
    ["alternate", { direction: "alternate" }, [50, 250, 450, 600], [50, 150, 50, 200]],
    ["alternate-reverse", { direction: "alternate-reverse" }, [50, 250, 600], [150, 50, 0]],
    ["a part of an iteration", { count: 1.5 }, [250, 300, 999], [50, 100, 100]],
    [
      "a part of an iteration back",
      { count: 1.25, direction: "alternate" },
      [240, 250, 999],
      [160, 150, 150],
    ],
    ["less than one", { count: 0.5 }, [50, 100, 400], [50, 100, 100]],
    ["none at all", { count: 0 }, [0, 100], [0, 0]],
    ["endless", { count: Number.POSITIVE_INFINITY }, [250, 200_050], [50, 50]],
    ["with pauses", { pause: 50 }, [199, 220, 249, 260, 700, 720], [199, 200, 200, 10, 200, 200]],
  ] as const)("%s", (_, more, times, expected) => {
    expect(times.map((t) => at(iterations(more), t))).toEqual(expected);
  });

  it("show before and after as their fill says", () => {
    const none = iterations({ fill: "none" });
    expect([-1, 0, 599, 600].map((t) => at(none, t))).toEqual([-Infinity, 0, 199, Infinity]);
    expect(at(iterations({ fill: "both", direction: "reverse" }), -1)).toBe(200);
    expect(at(iterations({ fill: "backwards" }), 600)).toBe(Infinity);
  });

  it("begin anew when their pause is over but for a rounding, as what holds their end has it", () => {
    const paused = iterations({ length: 2474, pause: 88, count: Number.POSITIVE_INFINITY });
    expect([2562, 2562 - 4e-13, 2562 + 4e-13].map((t) => Math.round(at(paused, t)))).toEqual([
      0, 0, 0,
    ]);
  });

  it("last as long as all of them and the pauses between", () => {
    expect(activeLength(iterations({ pause: 50 }))).toBe(700);
    expect(activeLength(iterations({ count: 2.5, pause: 50 }))).toBe(600);
    expect(activeLength(iterations({ count: 0 }))).toBe(0);
    expect(activeLength(iterations({ length: 0, count: Number.POSITIVE_INFINITY }))).toBe(0);
    expect(iterationsOf({}, 100)).toBeUndefined();
    expect(iterationsOf({ iterations: null }, 100)?.count).toBe(Number.POSITIVE_INFINITY);
  });
});

describe("freezes", () => {
  const freezes: PlacedFreeze[] = [
    { at: 100, length: 50, push: true },
    { at: 200, length: 30, push: true, figures: new Set(["pass"]) },
    { at: 300, length: 20, push: false },
  ];

  it("hold what they stop, and move back what comes later", () => {
    const felt = freezesFor(freezes, "pass", 0);
    expect([99, 100, 149, 150, 249, 250, 279, 280].map((t) => contentTime(felt, t))).toEqual([
      99, 100, 100, 100, 199, 200, 200, 200,
    ]);
    // The last one freezes, and lets go where things would be.
    expect([379, 380, 399, 400, 401].map((t) => contentTime(felt, t))).toEqual([
      299, 300, 300, 320, 321,
    ]);
  });

  it("leave alone what is under way of other figures, and move back what has not begun", () => {
    const running = freezesFor(freezes, "chip", 0);
    expect([150, 260, 350].map((t) => contentTime(running, t))).toEqual([100, 210, 300]);
    const later = freezesFor(freezes, "chip", 250);
    expect([250, 270, 280, 310].map((t) => contentTime(later, t))).toEqual([200, 200, 200, 230]);
  });

  it("show what is at their very time as they begin", () => {
    expect([100, 101, 200, 201, 301].map((t) => presentTime(freezes, t))).toEqual([
      100, 151, 250, 281, 381,
    ]);
    expect(presentTime(freezes, 100, true)).toBe(150);
  });

  it("are gone through and back again", () => {
    const links: TimeLink[] = [
      { kind: "freezes", freezes: freezesFor(freezes, "pass", 0) },
      { kind: "play", origin: 40, rate: 2 },
      { kind: "play", origin: 10, rate: 1 },
    ];
    fc.assert(
      fc.property(fc.double({ min: -50, max: 500, noNaN: true }), (within) => {
        expect(withinTime(links, outerTime(links, within))).toBeCloseTo(within, 6);
      }),
    );
  });
});
