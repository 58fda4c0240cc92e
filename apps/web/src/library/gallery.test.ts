import { type Curve, compileCurve, parseCurve } from "@levitas/core/curve";
import type { StoredCurve } from "../api/curves.ts";
import { STOCK } from "../curve-editor/stock.ts";
import { CARD, cardPlot, stripX } from "./cardGeometry.ts";
import { playedPart, REST, RUN } from "./cycle.ts";
import { allEntries, directionOf, matching, NO_FILTER } from "./entries.ts";
import { raceX, tickValues } from "./lineup/raceGeometry.ts";
import { curveOfAddress } from "./room/curveOfAddress.ts";
import { tryAddress } from "./roomAddress.ts";

const read = (text: string): Curve => {
  const curve = parseCurve(text);
  if (!curve.ok) throw new Error(text);
  return curve.value;
};
const own = (name: string, text: string, more: Partial<StoredCurve> = {}): StoredCurve => ({
  id: name,
  name,
  curve: read(text),
  tags: [],
  notes: "",
  duration: 800,
  revision: 1,
  createdAt: 0,
  changedAt: 0,
  ...more,
});
const entries = allEntries(STOCK, [
  own("Gangway", "bounce(out)", { tags: ["pier"], notes: "Lowers with a bump" }),
]);
const names = (filter: Partial<typeof NO_FILTER>, platforms = new Map()) =>
  matching(entries, { ...NO_FILTER, ...filter }, platforms).map(({ name, detail }) =>
    `${name} ${detail}`.trim(),
  );

describe("the stock", () => {
  it("has every family in each direction, each once", () => {
    const ids = STOCK.map((each) => each.id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const family of ["Sine", "Quad", "Expo", "Circ", "Back", "Elastic", "Bounce"])
      for (const direction of ["in", "out", "in-out", "out-in"])
        expect(names({})).toContain(`${family} ${direction}`);
  });
});

describe("the filters", () => {
  it("take all words together, feel by feel", () => {
    expect(names({ feel: ["lands"] })).toEqual(["Gangway own", "Bounce out", "Bounce in-out"]);
    expect(names({ feel: ["lands", "gentle"] })).toEqual([]);
    expect(names({ feel: ["mechanical"] })).toEqual(["Linear"]);
    expect(names({ feel: ["lands"], direction: "in-out" })).toEqual(["Bounce in-out"]);
  });

  it("find names, tags, notes and notation, all words of the search", () => {
    expect(names({ search: "BUMP pier" })).toEqual(["Gangway own"]);
    expect(names({ search: "swings" })).toEqual([]);
    expect(names({ search: "steps(" })).toEqual(["Steps 5", "Steps 12, both"]);
  });

  it("go by what can run a curve once that is known", () => {
    const curveOf = (name: string) => entries.find((entry) => entry.name === name)?.curve;
    const platforms = new Map([
      [curveOf("Linear"), "css"],
      [curveOf("Gangway"), "linear"],
      [curveOf("Elastic"), "code"],
    ]);
    expect(names({ platform: "css" }, platforms)).toEqual(["Linear"]);
    expect(names({ platform: "linear", search: "gangway" }, platforms)).toEqual(["Gangway own"]);
    // What is not known yet is not hidden.
    expect(names({ platform: "linear", search: "elastic out" }, platforms)).toEqual([
      "Elastic in-out",
      "Elastic out-in",
    ]);
  });

  it("know the direction of a keyword, and of curves that have none", () => {
    expect(directionOf(read("ease-in"))).toBe("in");
    expect(directionOf(read("back(out-in)"))).toBe("out-in");
    expect(directionOf(read("steps(3)"))).toBeNull();
  });
});

describe("a card", () => {
  it.each([
    "linear",
    "back(in-out, overshoot: 60%)",
    "spring(overshoot: 60%, settle: 900ms)",
    "elastic(in)",
  ])("keeps %s inside of its plot", (text) => {
    const curve = read(text);
    const { x, y } = cardPlot(curve);
    const { value } = compileCurve(curve);
    for (let i = 0; i <= 100; i++) {
      const p = i / 100;
      expect(x(p) >= 0 && x(p) <= CARD.width).toBe(true);
      expect(y(value(p))).toBeGreaterThanOrEqual(0);
      expect(y(value(p))).toBeLessThanOrEqual(CARD.plot);
    }
  });

  it("holds far swings at the ends of its strip", () => {
    expect(stripX(0)).toBeLessThan(stripX(1));
    expect(stripX(9)).toBeLessThan(CARD.width);
    expect(stripX(-9)).toBeGreaterThan(0);
  });

  it("rests after each run, wherever in the cycle it began", () => {
    expect([
      playedPart(0),
      playedPart(RUN / 2),
      playedPart(RUN),
      playedPart(RUN + REST / 2),
    ]).toEqual([0, 0.5, 1, 1]);
    expect(playedPart(RUN + REST + RUN / 4)).toBe(0.25);
    expect(playedPart(-REST)).toBe(1);
  });
});

describe("a race", () => {
  it("has one start, one target and room to pass it", () => {
    expect(raceX(0, 800)).toBeGreaterThan(0);
    expect(raceX(1.3, 800)).toBeLessThan(800);
    expect(raceX(99, 800)).toBe(794);
  });

  it("ticks thirty times a second and ends at the end", () => {
    const ticks = tickValues(read("linear"), 1000);
    expect(ticks).toHaveLength(31);
    expect(ticks[3]).toBeCloseTo(0.1, 9);
    expect(ticks.at(-1)).toBe(1);
    expect(tickValues(read("back(out)"), 600_000).length).toBeLessThan(300);
  });
});

describe("an address to try a curve at", () => {
  it("brings the curve and its name back, also one that runs back in time", () => {
    for (const text of ["elastic(out)", 'path("M 0 0 C 0.1 0 0.3 1 1 1")']) {
      const curve = read(text);
      const { hash } = new URL(tryAddress(curve, "Rope & float"), "http://127.0.0.1");
      expect(curveOfAddress(hash)).toEqual({ curve, name: "Rope & float" });
    }
    const tangled: Curve = {
      kind: "path",
      points: [
        { x: 0, y: 0 },
        { x: 0.6, y: 0.5 },
        { x: 0.4, y: 0.7 },
        { x: 1, y: 1 },
      ],
    };
    const { hash } = new URL(tryAddress(tangled), "http://127.0.0.1");
    expect(curveOfAddress(hash).curve).toEqual(tangled);
  });

  it("falls back to the diagonal for what cannot be read", () => {
    expect(curveOfAddress("#curve=nonsense").curve).toEqual({ kind: "linear" });
    expect(curveOfAddress("")).toEqual({ curve: { kind: "linear" }, name: "New curve" });
  });
});
