import fc from "fast-check";
import { compileCurve, curveKindOf } from "../../curve/index.ts";
import { reverseCurve } from "../../fit/index.ts";
import { compileStudy, pivotAt } from "../../motion/index.ts";
import type { Study, Tween } from "../../study/index.ts";
import { anyCurve, bezier, cases, figure, key, kiosk, tween } from "../../testing/index.ts";
import {
  applyRecipe,
  type Clipboard,
  copyKeys,
  cycleKeys,
  groupFigures,
  joinPath,
  moveKeys,
  nestFigure,
  pasteKeys,
  RECIPES,
  readClipboard,
  recipeOf,
  seamsOf,
  separatePath,
  setTangent,
  smoothKeys,
  stretchKeys,
  stretchTween,
} from "../index.ts";

let fresh = 0;
const newId = () => `fresh-${fresh++}`;
const tweenOf = (study: Study, id: string): Tween =>
  study.sequence.find((item) => item.id === id) as Tween;
const timesOf = (study: Study, id: string, track = 0) => {
  const found = tweenOf(study, id);
  return found.tracks[track]?.keys.map(({ time }) => time + found.tether.offset);
};
const named = (id: string, time: number, value: number, curve?: ReturnType<typeof bezier>) => ({
  ...key(time, value, curve),
  id,
});

/** A pass that drops: three keys of y, two of scale. */
const drop = () =>
  kiosk({
    sequence: [
      tween("drop", 100, "pass", [
        {
          channel: "y",
          keys: [
            named("a", 0, 0, bezier(0.5, 0, 1, 0.6)),
            named("b", 400, 100, bezier(0, 0, 0.5, 1)),
            named("c", 1000, 50),
          ],
        },
        { channel: "scaleX", keys: [named("d", 400, 1), named("e", 600, 1.2)] },
      ]),
    ],
  });

describe("several keys at once", () => {
  it("move together over channels and stop where the first of them would pass a key that stays", () => {
    const moved = moveKeys(drop(), { keyIds: ["b", "d"], time: 50, value: 10 }).after;
    expect(timesOf(moved, "drop")).toEqual([100, 550, 1100]);
    expect(timesOf(moved, "drop", 1)).toEqual([550, 700]);
    expect(tweenOf(moved, "drop").tracks[0]?.keys[1]?.value).toBe(110);
    // "e" stays at 700, and holds up "d" and with it "b".
    const stopped = moveKeys(drop(), { keyIds: ["b", "d"], time: 900 }).after;
    expect(timesOf(stopped, "drop")).toEqual([100, 700, 1100]);
    // Nothing comes before the study's start.
    const early = moveKeys(drop(), { keyIds: ["a", "b", "c", "d", "e"], time: -500 }).after;
    expect(timesOf(early, "drop")).toEqual([0, 400, 1000]);
  });

  it("are stretched in proportion about the end that stays", () => {
    const all = ["a", "b", "c", "d", "e"];
    const twice = stretchKeys(drop(), { keyIds: all, about: 100, factor: 2 }).after;
    expect(timesOf(twice, "drop")).toEqual([100, 900, 2100]);
    expect(timesOf(twice, "drop", 1)).toEqual([900, 1300]);
    const held = stretchKeys(drop(), { keyIds: ["d", "e"], about: 500, factor: 0.5 }).after;
    expect(timesOf(held, "drop", 1)).toEqual([500, 600]);
    const none = stretchKeys(drop(), { keyIds: all, about: 100, factor: -1 }).after;
    expect(timesOf(none, "drop")).toEqual([100, 100, 100]);
  });

  it("of a tween are stretched by its end or its start", () => {
    const longer = stretchTween(drop(), { tweenId: "drop", edge: "end", time: 2100 }).after;
    expect(timesOf(longer, "drop")).toEqual([100, 900, 2100]);
    const later = stretchTween(drop(), { tweenId: "drop", edge: "start", time: 600 }).after;
    expect(timesOf(later, "drop")).toEqual([600, 800, 1100]);
  });
});

describe("a curve backwards", () => {
  it("goes the same way from the end, for every kind", () => {
    fc.assert(
      fc.property(anyCurve, fc.integer({ min: 1, max: 996 }), (curve, n) => {
        // Off the places where steps jump: at the jump itself the sides are exchanged.
        const p = (n + 0.317) / 1000;
        const back = compileCurve(reverseCurve(curve)).value(p);
        const forth = compileCurve(curve).value(1 - p);
        const isExact = curveKindOf(curve).reverse?.(curve) !== undefined;
        const tolerance = isExact ? 1e-6 : 6e-4;
        expect(Math.abs(1 - forth - back)).toBeLessThan(tolerance * Math.max(1, Math.abs(forth)));
      }),
      { numRuns: cases(40, 150), endOnFailure: true },
    );
  });
});

describe("copied keys", () => {
  const copiedFrom = (study: Study, ids: string[]): Clipboard => {
    const copied = copyKeys(study, ids);
    if (!copied) throw new Error("nothing was copied");
    return copied;
  };

  it("survive the way through text, and refuse what is none with its place", () => {
    const copied = copiedFrom(drop(), ["a", "b", "c"]);
    expect(readClipboard(JSON.stringify(copied))).toEqual({ ok: true, value: copied });
    const broken = {
      ...copied,
      tracks: [{ ...copied.tracks[0], keys: [{ time: "soon", value: 1 }] }],
    };
    expect(readClipboard(JSON.stringify(broken))).toMatchObject({
      ok: false,
      faults: [{ path: "tracks[0].keys[0].time" }],
    });
    expect(readClipboard("{").ok).toBe(false);
    expect(readClipboard("null").ok).toBe(false);
  });

  it("play there and back three times without a double key at the joints", () => {
    const [track] = copiedFrom(drop(), ["a", "b", "c"]).tracks;
    if (!track) throw new Error("no track");
    const keys = cycleKeys(track, 1000, { count: 3, direction: "alternate" }, false);
    expect(keys.map(({ time, value }) => [time, value])).toEqual([
      [0, 0],
      [400, 100],
      [1000, 50],
      [1600, 100],
      [2000, 0],
      [2400, 100],
      [3000, 50],
    ]);
    // The way back is the way there, backwards.
    const there = compileCurve(keys[0]?.curve ?? { kind: "linear" });
    const back = compileCurve(keys[3]?.curve ?? { kind: "linear" });
    expect(1 - there.value(0.3)).toBeCloseTo(back.value(0.7), 9);
  });

  it.each(["normal", "reverse", "alternate", "alternate-reverse"] as const)(
    "in direction %s go as CSS says",
    (direction) => {
      const [track] = copiedFrom(drop(), ["a", "b", "c"]).tracks;
      if (!track) throw new Error("no track");
      const study = kiosk({
        sequence: [
          tween("run", 0, "pass", [
            {
              channel: "y",
              keys: cycleKeys(track, 1000, { count: 4, direction }, false).map((each) => ({
                ...each,
                id: newId(),
              })),
            },
          ]),
        ],
      });
      const once = compileStudy(drop());
      const motion = compileStudy(study);
      for (const pass of [0, 1, 2, 3])
        for (const local of [13, 217, 388, 640, 991]) {
          const odd = pass % 2 === 1;
          const back =
            direction === "reverse" ||
            (direction === "alternate" && odd) ||
            (direction === "alternate-reverse" && !odd);
          const expected = once.valueAt(0, "y", 100 + (back ? 1000 - local : local));
          expect(motion.valueAt(0, "y", pass * 1000 + local)).toBeCloseTo(expected, 9);
        }
    },
  );

  it("go on another figure from where that one stands, and on one's own lane among its keys", () => {
    const study = {
      ...drop(),
      figures: [figure("pass"), figure("float", { rest: { y: 300 } })],
    };
    const args = { copied: copiedFrom(study, ["a", "b", "c"]), name: "drop", newId } as const;
    const given = pasteKeys(study, {
      ...args,
      figureIds: ["float"],
      time: 200,
      values: "relative",
    }).after;
    const motion = compileStudy(given);
    expect([200, 600, 1200].map((t) => motion.valueAt(1, "y", t))).toEqual([300, 400, 350]);
    const again = pasteKeys(study, {
      ...args,
      figureIds: ["pass"],
      time: 1500,
      values: "absolute",
    }).after;
    expect(timesOf(again, "drop")).toEqual([100, 500, 1100, 1500, 1900, 2500]);
    expect(again.sequence).toHaveLength(1);
  });
});

describe("the motion through a key", () => {
  const speeds = (study: Study, time: number) => {
    const motion = compileStudy(study);
    const at = (t: number) => motion.valueAt(0, "y", t);
    return [at(time) - at(time - 0.01), at(time + 0.01) - at(time)].map((way) => way * 100_000);
  };

  it("shows a seam where the speed jumps, and can be matched, made even or flat", () => {
    const study = drop();
    const track = tweenOf(study, "drop").tracks[0];
    if (!track) throw new Error("no track");
    expect(seamsOf(study, track).has("b")).toBe(true);
    for (const how of ["match", "through", "flat"] as const) {
      const smooth = smoothKeys(study, { keyIds: ["b"], how }).after;
      const [before = 0, after = 1] = speeds(smooth, 500);
      expect(Math.abs(before - after)).toBeLessThan(1);
      const fresh = tweenOf(smooth, "drop").tracks[0];
      expect(fresh && seamsOf(smooth, fresh).size).toBe(0);
      if (how === "flat") expect(Math.abs(before)).toBeLessThan(1);
    }
  });

  it("is pulled by tangents in real units, which stop where time would run back", () => {
    const pulled = setTangent(drop(), {
      keyId: "a",
      side: "out",
      to: { time: 100, value: 50 },
    }).after;
    expect(tweenOf(pulled, "drop").tracks[0]?.keys[0]?.curve).toMatchObject({ x1: 0.25, y1: 0.5 });
    const back = setTangent(drop(), { keyId: "b", side: "in", to: { time: 90, value: 0 } }).after;
    expect(tweenOf(back, "drop").tracks[0]?.keys[0]?.curve).toMatchObject({ x2: 1, y2: 1 });
  });
});

describe("x and y as one path", () => {
  const curves = [
    bezier(0.4, 0, 0.2, 1),
    bezier(0.8, 0.1, 0.9, 0.4),
    { kind: "spring-feel", overshoot: 0.1, settle: 500 } as const,
    { kind: "ramp", direction: "out", degree: 3 } as const,
  ];
  const wander = (a: number, b: number) =>
    kiosk({
      sequence: [
        tween("across", 100, "pass", [
          { channel: "x", keys: [key(0, 0, curves[a] as never), key(700, 300), key(1200, 200)] },
        ]),
        tween("down", 200, "pass", [
          { channel: "y", keys: [key(0, 0, curves[b] as never), key(500, 160), key(1000, 20)] },
        ]),
      ],
    });

  it.each([
    [0, 1],
    [1, 3],
    [0, 2],
    [3, 0],
  ])("is joined and parted again within half a px (curves %i and %i)", (a, b) => {
    const study = wander(a, b);
    const before = compileStudy(study);
    const joined = joinPath(study, { figureId: "pass", newId }).after;
    const tweens = joined.sequence.filter((item) => (item as Tween).path);
    expect(tweens).toHaveLength(1);
    const parted = separatePath(joined, { tweenId: tweens[0]?.id ?? "", newId }).after;
    for (const [study, tolerance] of [
      [joined, 0.5],
      [parted, 1],
    ] as const) {
      const after = compileStudy(study);
      let worst = 0;
      for (let t = 0; t <= 1400; t += 3.7)
        worst = Math.max(
          worst,
          Math.hypot(
            before.valueAt(0, "x", t) - after.valueAt(0, "x", t),
            before.valueAt(0, "y", t) - after.valueAt(0, "y", t),
          ),
        );
      expect(worst).toBeLessThan(tolerance);
    }
  });

  it("keeps a straight way exactly, with its curve", () => {
    const straight = kiosk({
      sequence: [
        tween("t", 0, "pass", [
          { channel: "x", keys: [key(0, 0, bezier(0.4, 0, 0.2, 1.3)), key(500, 100)] },
          { channel: "y", keys: [key(0, 0, bezier(0.4, 0, 0.2, 1.3)), key(500, 50)] },
        ]),
      ],
    });
    const joined = compileStudy(joinPath(straight, { figureId: "pass", newId }).after);
    const before = compileStudy(straight);
    for (let t = 0; t <= 500; t += 25)
      expect(joined.valueAt(0, "x", t)).toBe(before.valueAt(0, "x", t));
  });
});

describe("figures inside others", () => {
  it("stay where they are when they are nested or grouped", () => {
    const study = kiosk({
      figures: [
        figure("raft", { rest: { x: 40, y: 30, width: 200, height: 100, rotate: 30 } }),
        figure("pass", { rest: { x: 300, y: 120, width: 80, height: 40 } }),
      ],
      sequence: [tween("t", 0, "pass", [{ channel: "x", keys: [key(0, 300), key(500, 400)] }])],
    });
    const before = pivotAt(compileStudy(study), 1, 0);
    const nested = compileStudy(nestFigure(study, { figureId: "pass", parent: "raft" }).after);
    pivotAt(nested, 1, 0).forEach((part, i) => {
      expect(part).toBeCloseTo(before[i] as number, 9);
    });
    const grouped = groupFigures(study, {
      figureIds: ["pass"],
      group: figure("all", { kind: "group", rest: { x: 250, y: 90 } }),
    }).after;
    const motion = compileStudy(grouped);
    for (const t of [0, 250, 500])
      expect(pivotAt(motion, motion.figureIndex("pass"), t)).toEqual(
        pivotAt(compileStudy(study), 1, t),
      );
  });

  it("never go inside themselves", () => {
    const study = kiosk({ figures: [figure("a"), figure("b", { parent: "a" })] });
    expect(nestFigure(study, { figureId: "a", parent: "b" }).patches).toEqual([]);
  });
});

describe("recipes", () => {
  it("are at least twelve, end or begin where the figure stands, and do not flash before they enter", () => {
    expect(RECIPES.length).toBeGreaterThanOrEqual(12);
    expect(new Set(RECIPES.map(({ name }) => name)).size).toBe(RECIPES.length);
    for (const recipe of RECIPES) {
      const study = kiosk({ figures: [figure("pass", { rest: { x: 70, y: 40 } })] });
      const args = { recipe, figureIds: ["pass"], time: 300, size: 1, pace: 2, newId };
      const given = applyRecipe(study, args).after;
      const motion = compileStudy(given);
      const rest = compileStudy({ ...given, sequence: [] });
      const end = motion.at(motion.duration, new Float64Array(motion.slotCount));
      const still = rest.at(0, new Float64Array(rest.slotCount));
      const early = motion.at(0, new Float64Array(motion.slotCount));
      if (recipe.role === "enter") {
        expect(early).not.toEqual(still);
        // Rounding aside, it comes to rest where it stands.
        end.forEach((value, i) => {
          expect(Math.abs(value - (still[i] as number))).toBeLessThan(1e-9);
        });
      } else if (recipe.role === "attention")
        end.forEach((value, i) => {
          expect(Math.abs(value - (still[i] as number))).toBeLessThan(1e-6);
        });
    }
  });

  it("are made of keys, without their figure and its place", () => {
    const copied = copyKeys(drop(), ["a", "b", "c"]);
    if (!copied) throw new Error("nothing was copied");
    const recipe = recipeOf(copied, { name: "drop", detail: "", stands: "start" });
    const study = kiosk({ figures: [figure("float", { rest: { y: 200 } })] });
    const given = applyRecipe(study, {
      recipe,
      figureIds: ["float"],
      time: 0,
      size: 0.5,
      pace: 2,
      newId,
    }).after;
    const motion = compileStudy(given);
    expect([0, 800, 2000].map((t) => motion.valueAt(0, "y", t))).toEqual([200, 250, 225]);
  });
});
