import fc from "fast-check";
import {
  activeLength,
  contentTime,
  feltStops,
  innerTime,
  outerTime,
  type Passes,
  passesOf,
  presentTime,
  type Stop,
  type TimeLink,
  withinTime,
} from "./timing.ts";

const passes = (more: Partial<Passes> = {}): Passes => ({
  length: 200,
  iterations: 3,
  direction: "normal",
  pause: 0,
  fill: "forwards",
  ...more,
});
const at = (of: Passes, t: number) =>
  innerTime([{ kind: "play", origin: 0, rate: 1, passes: of }], t);

describe("passes", () => {
  // The reference is "Calculating the iteration progress" of Web Animations Level 1, worked out by hand.
  it.each([
    ["normal", {}, [0, 50, 199, 250, 450, 600, 900], [0, 50, 199, 50, 50, 200, 200]],
    ["reverse", { direction: "reverse" }, [0, 50, 250, 600], [200, 150, 150, 0]],
    ["alternate", { direction: "alternate" }, [50, 250, 450, 600], [50, 150, 50, 200]],
    ["alternate-reverse", { direction: "alternate-reverse" }, [50, 250, 600], [150, 50, 0]],
    ["a part of a pass", { iterations: 1.5 }, [250, 300, 999], [50, 100, 100]],
    [
      "a part of a pass back",
      { iterations: 1.25, direction: "alternate" },
      [240, 250, 999],
      [160, 150, 150],
    ],
    ["less than one", { iterations: 0.5 }, [50, 100, 400], [50, 100, 100]],
    ["none at all", { iterations: 0 }, [0, 100], [0, 0]],
    ["endless", { iterations: Number.POSITIVE_INFINITY }, [250, 200_050], [50, 50]],
    ["with pauses", { pause: 50 }, [199, 220, 249, 260, 700, 720], [199, 200, 200, 10, 200, 200]],
  ] as const)("%s", (_, more, times, expected) => {
    expect(times.map((t) => at(passes(more), t))).toEqual(expected);
  });

  it("show before and after as their fill says", () => {
    const none = passes({ fill: "none" });
    expect([-1, 0, 599, 600].map((t) => at(none, t))).toEqual([-Infinity, 0, 199, Infinity]);
    expect(at(passes({ fill: "both", direction: "reverse" }), -1)).toBe(200);
    expect(at(passes({ fill: "backwards" }), 600)).toBe(Infinity);
  });

  it("last as long as all of them and the pauses between", () => {
    expect(activeLength(passes({ pause: 50 }))).toBe(700);
    expect(activeLength(passes({ iterations: 2.5, pause: 50 }))).toBe(600);
    expect(activeLength(passes({ iterations: 0 }))).toBe(0);
    expect(activeLength(passes({ length: 0, iterations: Number.POSITIVE_INFINITY }))).toBe(0);
    expect(passesOf({}, 100)).toBeUndefined();
    expect(passesOf({ iterations: null }, 100)?.iterations).toBe(Number.POSITIVE_INFINITY);
  });
});

describe("stops", () => {
  const stops: Stop[] = [
    { at: 100, length: 50, push: true },
    { at: 200, length: 30, push: true, figures: new Set(["pass"]) },
    { at: 300, length: 20, push: false },
  ];

  it("hold what they stop, and move back what comes later", () => {
    const felt = feltStops(stops, "pass", 0);
    expect([99, 100, 149, 150, 249, 250, 279, 280].map((t) => contentTime(felt, t))).toEqual([
      99, 100, 100, 100, 199, 200, 200, 200,
    ]);
    // The last one stops, and lets go where things would be.
    expect([379, 380, 399, 400, 401].map((t) => contentTime(felt, t))).toEqual([
      299, 300, 300, 320, 321,
    ]);
  });

  it("leave alone what is under way of other figures, and move back what has not begun", () => {
    const running = feltStops(stops, "chip", 0);
    expect([150, 260, 350].map((t) => contentTime(running, t))).toEqual([100, 210, 300]);
    const later = feltStops(stops, "chip", 250);
    expect([250, 270, 280, 310].map((t) => contentTime(later, t))).toEqual([200, 200, 200, 230]);
  });

  it("show what is at their very time as they begin", () => {
    expect([100, 101, 200, 201, 301].map((t) => presentTime(stops, t))).toEqual([
      100, 151, 250, 281, 381,
    ]);
    expect(presentTime(stops, 100, true)).toBe(150);
  });

  it("are gone through and back again", () => {
    const links: TimeLink[] = [
      { kind: "stops", stops: feltStops(stops, "pass", 0) },
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
