import { compileStudy, findOverlaps } from "../motion/index.ts";
import { checkStudy } from "../shape/index.ts";
import { findTween, type Study, type Tween } from "../study/index.ts";
import { bezier, figure, key, kiosk, tween } from "../testing/index.ts";
import { placeItems } from "../timeline/index.ts";
import type { Change } from "./history/change.ts";
import {
  addKey,
  deleteKeys,
  duplicateFigure,
  duplicateItems,
  groupFigures,
  joinPath,
  joinProblem,
  joinTweens,
  keepShared,
  makeSequenceGroup,
  mendOverlap,
  moveItems,
  moveKey,
  moveKeys,
  moveTween,
  setItems,
  setKeyValue,
  setRest,
  setValueAt,
  splitProblem,
  stretchKeys,
  takeOwnCopy,
} from "./index.ts";

let next = 0;
const newId = () => `new-${next++}`;

/** When the keys of a tween are, ms of the study, in order of its tracks. */
const timesOf = (study: Study, id: string): number[] => {
  const { outer } = placeItems(study);
  return (findTween(study, id) as Tween).tracks.flatMap(({ keys }) =>
    keys.map(({ time }) => Math.round(outer(id, time) * 1e6) / 1e6),
  );
};
const startOf = (study: Study, id: string) => placeItems(study).startOf(id);
const keyOf = (study: Study, id: string, index: number) =>
  findTween(study, id)?.tracks[0]?.keys[index]?.id ?? "";
const valueAt = (study: Study, figureId: string, channel: "x" | "y" | "rotate", t: number) => {
  const motion = compileStudy(study);
  return motion.valueAt(motion.figureIndex(figureId), channel, t);
};
const sound = ({ after }: Change): Study => {
  expect(checkStudy(after)).toEqual([]);
  return after;
};
const x = (...keys: readonly [number, number][]) =>
  ({ channel: "x", keys: keys.map(([time, value]) => key(time, value)) }) as const;
const after = (id: string, edge: "start" | "end" = "end") =>
  ({ to: "item", id, edge, offset: 0 }) as const;

describe("a tween whose first key is not at its start", () => {
  const study = () =>
    kiosk({
      sequence: [
        tween("late", 100, "pass", [x([200, 0], [300, 50], [400, 90])]),
        tween("with it", after("late", "start"), "pass", [
          { channel: "y", keys: [key(0, 0), key(50, 9)] },
        ]),
      ],
    });
  it.each<[string, (from: Study) => Change, number[]]>([
    ["moving a key", (s) => moveKey(s, { keyId: keyOf(s, "late", 1), time: 420 }), [300, 420, 500]],
    [
      "moving its first key",
      (s) => moveKey(s, { keyId: keyOf(s, "late", 0), time: 260 }),
      [260, 400, 500],
    ],
    ["deleting a key", (s) => deleteKeys(s, { keyIds: [keyOf(s, "late", 0)] }), [400, 500]],
    [
      "adding a key",
      (s) =>
        addKey(s, {
          figureId: "pass",
          channel: "x",
          time: 450,
          value: 1,
          keyId: "n",
          tweenId: "t",
        }),
      [300, 400, 450, 500],
    ],
    [
      "adding a key before its start",
      (s) =>
        addKey(s, { figureId: "pass", channel: "x", time: 40, value: 1, keyId: "n", tweenId: "t" }),
      [40, 300, 400, 500],
    ],
  ])("%s moves nothing else", (_, edit, times) => {
    const changed = sound(edit(study()));
    expect(timesOf(changed, "late")).toEqual(times);
    expect(startOf(changed, "with it")).toBe(100);
  });
});

describe("a trimmed tween", () => {
  const study = (clip: Tween["clip"]) =>
    kiosk({ sequence: [tween("cut", 0, "pass", [x([0, 0], [100, 50], [200, 90])], { clip })] });
  it("keeps its other keys where they are when its first key is dragged", () => {
    const from = study({ from: 0, to: 120 });
    const changed = sound(moveKey(from, { keyId: keyOf(from, "cut", 0), time: 50 }));
    expect(timesOf(changed, "cut")).toEqual([50, 100, 200]);
  });
  it("keeps them when a key between is dragged", () => {
    const from = kiosk({
      sequence: [
        tween("cut", 0, "pass", [x([300, 0], [400, 50], [500, 90])], {
          clip: { from: 300, to: 500 },
        }),
      ],
    });
    const at = timesOf(from, "cut");
    const changed = sound(
      moveKey(from, { keyId: keyOf(from, "cut", 1), time: (at[1] as number) - 50 }),
    );
    expect(timesOf(changed, "cut")).toEqual([at[0], (at[1] as number) - 50, at[2]]);
  });
  it("starts where it is moved to", () => {
    const changed = sound(moveTween(study({ from: 150, to: 200 }), { tweenId: "cut", start: 100 }));
    expect(startOf(changed, "cut")).toBe(100);
  });
});

describe("what is moved together", () => {
  it("keys of tweens that hang on each other move once", () => {
    const study = kiosk({
      sequence: [
        tween("a", 0, "pass", [x([0, 0], [200, 50])]),
        tween("b", after("a"), "pass", [x([0, 0], [200, 9])]),
      ],
    });
    const b = findTween(study, "b")?.tracks[0]?.keys.map(({ id }) => id) ?? [];
    const keyIds = [keyOf(study, "a", 1), ...b];
    const moved = sound(moveKeys(study, { keyIds, time: 100 }));
    expect([timesOf(moved, "a"), timesOf(moved, "b")]).toEqual([
      [0, 300],
      [300, 500],
    ]);
    const stretched = sound(stretchKeys(study, { keyIds, about: 0, factor: 2 }));
    expect([timesOf(stretched, "a"), timesOf(stretched, "b")]).toEqual([
      [0, 400],
      [400, 800],
    ]);
  });
  it("a member of a group and what hangs on the group's end move once", () => {
    const study = kiosk({
      sequence: [
        {
          ...{ type: "group", id: "g", name: "g", tether: { to: "start", offset: 0 } },
          items: [tween("member", 0, "pass", [x([0, 0], [200, 50])])],
        },
        tween("then", after("g"), "pass", [{ channel: "y", keys: [key(0, 0), key(9, 9)] }]),
      ],
    });
    const moved = sound(moveItems(study, { ids: ["member", "then"], by: 100 }));
    expect([startOf(moved, "member"), startOf(moved, "then")]).toEqual([100, 300]);
  });
  it("stretching one of two keys at one time leaves the other where it is", () => {
    const study = kiosk({
      sequence: [tween("jump", 0, "pass", [x([0, 0], [200, 50], [200, 90], [400, 0])])],
    });
    const stretched = sound(
      stretchKeys(study, { keyIds: [keyOf(study, "jump", 1)], about: 400, factor: 0.5 }),
    );
    expect(timesOf(stretched, "jump")).toEqual([0, 200, 200, 400]);
  });
});

describe("a path through space", () => {
  const path = (more: Partial<Tween> = {}) =>
    kiosk({
      sequence: [
        tween(
          "way",
          0,
          "pass",
          [
            { channel: "x", keys: [key(0, 0, bezier(0.3, 0, 0.2, 1)), key(400, 200)] },
            { channel: "y", keys: [key(0, 0), key(400, 80)] },
            { channel: "rotate", keys: [key(0, 0), key(400, 90)] },
          ],
          { path: true, ...more },
        ),
      ],
    });
  const yKey = (study: Study, i: number) => findTween(study, "way")?.tracks[1]?.keys[i]?.id ?? "";
  it("is timed by a curve that is kept as shared from its y, and given back", () => {
    const before = path();
    const kept = sound(keepShared(before, { keyId: yKey(before, 0), curveId: "c", name: "way" }));
    expect(findTween(kept, "way")?.tracks[0]?.keys[0]?.curve).toEqual({ shared: "c" });
    expect(valueAt(kept, "pass", "x", 130)).toBe(valueAt(before, "pass", "x", 130));
    const own = sound(takeOwnCopy(kept, { keyId: yKey(kept, 0) }));
    expect(findTween(own, "way")?.tracks[0]?.keys[0]?.curve).toEqual(bezier(0.3, 0, 0.2, 1));
  });
  it("is no path any more when its keys are deleted beside another track", () => {
    const study = path();
    const keyIds = (findTween(study, "way")?.tracks[0]?.keys ?? []).map(({ id }) => id);
    const left = sound(deleteKeys(study, { keyIds }));
    expect(findTween(left, "way")?.tracks.map(({ channel }) => channel)).toEqual(["rotate"]);
  });
  it("is trimmed in both of its tracks where it contends with another tween", () => {
    const study = path();
    const both = {
      ...study,
      sequence: [...study.sequence, tween("late", 200, "pass", [x([0, 50], [300, 60])])],
    };
    const [overlap] = findOverlaps(compileStudy(both));
    if (!overlap) throw new Error("There is no overlap");
    const mended = sound(mendOverlap(both, { overlap, by: "trim" }));
    expect(findOverlaps(compileStudy(mended))).toEqual([]);
    expect(valueAt(mended, "pass", "y", 120)).toBeCloseTo(valueAt(both, "pass", "y", 120), 2);
  });
  it.each([{ kind: "circ", direction: "out" }, bezier(0, 0.5, 0.5, 1)])(
    "is joined from curves that begin upright, in numbers a file can hold: %j",
    (curve) => {
      const study = kiosk({
        sequence: [
          tween("tx", 0, "pass", [
            { channel: "x", keys: [key(0, 0, curve as never), key(400, 200)] },
          ]),
          tween("ty", 0, "pass", [{ channel: "y", keys: [key(0, 0), key(200, 90), key(400, 20)] }]),
        ],
      });
      const joined = sound(joinPath(study, { figureId: "pass", newId }));
      expect(JSON.stringify(joined)).not.toMatch(/null[,}](?<!"parent":null,)/);
      expect(findTween(joined, "tx")?.path ?? findTween(joined, "ty")?.path).toBe(true);
      for (const t of [10, 60, 140, 210, 333])
        for (const axis of ["x", "y"] as const)
          expect(
            Math.abs(valueAt(joined, "pass", axis, t) - valueAt(study, "pass", axis, t)),
          ).toBeLessThan(0.6);
    },
  );
});

describe("overlaps", () => {
  it("shifting the later tween brings it behind the longer one", () => {
    const study = kiosk({
      sequence: [
        tween("long", 0, "pass", [x([0, 0], [1000, 50])]),
        tween("short", 300, "pass", [x([0, 0], [200, 9])]),
      ],
    });
    const [overlap] = findOverlaps(compileStudy(study));
    if (!overlap) throw new Error("There is no overlap");
    const mended = sound(mendOverlap(study, { overlap, by: "shift" }));
    expect(startOf(mended, "short")).toBe(1000);
    expect(findOverlaps(compileStudy(mended))).toEqual([]);
  });
});

describe("copies of figures and items", () => {
  it("a figure's copy moves as it does, in its group, with followers; the others of a stagger start as before", () => {
    const study = kiosk({
      figures: ["one", "two", "three"].map((id) => figure(id)),
      sequence: [
        {
          ...{ type: "group", id: "g", name: "g", tether: { to: "start", offset: 100 }, rate: 2 },
          items: [
            tween("fan", 0, ["one", "two", "three"], [x([0, 0], [200, 50])], {
              stagger: { order: "shuffle", gap: 40, seed: 3 },
            }),
            tween("own", 0, "two", [{ channel: "y", keys: [key(0, 0), key(300, 9)] }]),
          ],
        },
      ],
      followers: [
        {
          ...{ id: "f", figure: "two", channel: "rotate", of: "value", from: [0, 50], to: [0, 90] },
          source: { figure: "two", channel: "x" },
        },
      ],
    });
    const copied = sound(duplicateFigure(study, { figureId: "two", name: "copy", newId }));
    const copy = copied.figures.find(({ name }) => name === "copy")?.id ?? "";
    for (const t of [110, 150, 190, 240]) {
      for (const id of ["one", "two", "three"])
        expect(valueAt(copied, id, "x", t)).toBe(valueAt(study, id, "x", t));
      for (const channel of ["x", "y", "rotate"] as const)
        expect(valueAt(copied, copy, channel, t)).toBe(valueAt(study, "two", channel, t));
    }
  });
  it("figures that share a tween stay where they are when one goes into a group", () => {
    const study = kiosk({
      figures: [figure("one"), figure("two", { rest: { x: 200 } })],
      sequence: [tween("both", 0, ["one", "two"], [x([0, 10], [400, 300])])],
    });
    const group = figure("box", { kind: "group", rest: { x: 50, y: 20 } });
    const grouped = sound(groupFigures(study, { figureIds: ["one"], group }));
    for (const t of [0, 130, 400]) {
      expect(valueAt(grouped, "one", "x", t) + 50).toBeCloseTo(valueAt(study, "one", "x", t), 9);
      expect(valueAt(grouped, "two", "x", t)).toBe(valueAt(study, "two", "x", t));
    }
  });
  it("copies of items in a slow group do not play over them", () => {
    const study = kiosk({
      sequence: [
        {
          ...{ type: "group", id: "g", name: "g", tether: { to: "start", offset: 0 }, rate: 0.5 },
          items: [tween("a", 0, "pass", [x([0, 0], [200, 50])])],
        },
      ],
    });
    const copied = sound(duplicateItems(study, { ids: ["a"], newId }));
    expect(findOverlaps(compileStudy(copied))).toEqual([]);
  });
});

describe("joining and grouping refuse what would move something", () => {
  const two = (more: Partial<Tween>, between: Study["sequence"] = []) =>
    kiosk({
      sequence: [
        tween("a", 0, "pass", [x([0, 0], [200, 50])]),
        ...between,
        tween("b", 400, "pass", [x([0, 50], [200, 9])], more),
      ],
    });
  it.each<[string, Study, RegExp]>([
    ["a part that is switched off", two({ disabled: true }), /switched off/],
    ["a part that shows early", two({ fill: "both" }), /shows before it starts/],
    [
      "another tween between",
      two({}, [tween("c", 250, "pass", [x([0, 7], [100, 8])])]),
      /in between/,
    ],
    [
      "values taken as found",
      kiosk({
        sequence: [
          tween("a", 0, "pass", [x([0, 0], [200, 50])]),
          tween("b", 400, "pass", [{ channel: "x", keys: [key(0, { found: true }), key(200, 9)] }]),
        ],
      }),
      /as found/,
    ],
  ])("%s", (_, study, reason) => {
    expect(joinProblem(study, ["a", "b"])).toMatch(reason);
    expect(joinTweens(study, { ids: ["a", "b"] }).after).toBe(study);
  });
  it("a split across a freeze of some figures", () => {
    const freeze = { type: "freeze", id: "f", name: "f", frames: 12, figures: ["pass"] } as const;
    const study = two({}, [{ ...freeze, tether: { to: "start", offset: 50 } }]);
    expect(splitProblem(study, "a", 100)).toMatch(/freeze/);
  });
  it("a group that would wait for its own member stands where it stands", () => {
    const study = kiosk({
      sequence: [
        tween("a", 100, "pass", [x([0, 0], [200, 50])]),
        tween("mid", after("a"), "pass", [{ channel: "y", keys: [key(0, 0), key(100, 9)] }]),
        tween("c", { ...after("mid"), offset: -400 }, "pass", [
          { channel: "rotate", keys: [key(0, 0), key(100, 9)] },
        ]),
      ],
    });
    const grouped = sound(makeSequenceGroup(study, { ids: ["a", "c"], groupId: "g", name: "g" }));
    for (const id of ["a", "mid", "c"]) expect(startOf(grouped, id)).toBe(startOf(study, id));
  });
});

describe("a value that is typed or dragged at the playhead", () => {
  const typed = (study: Study, time: number) =>
    sound(
      setValueAt(study, compileStudy(study), {
        ...{ figureId: "pass", channel: "x", time, value: 85, tolerance: 5 },
        ...{ keyId: newId(), tweenId: newId() },
      }),
    );
  it("shows, though another tween beneath has a key nearer", () => {
    const study = kiosk({
      sequence: [
        tween("beneath", 0, "pass", [x([0, 0], [500, 50], [900, 9])]),
        tween("above", 100, "pass", [x([0, 10], [300, 60])]),
      ],
    });
    for (const t of [150, 500, 700]) expect(valueAt(typed(study, t), "pass", "x", t)).toBe(85);
  });
  it("shows before a relative track starts, and on it", () => {
    const study = kiosk({
      figures: [figure("pass", { rest: { x: 56 } })],
      sequence: [
        tween("adds", 300, "pass", [
          { channel: "x", mode: "relative", keys: [key(0, 20), key(300, 60)] },
        ]),
      ],
    });
    for (const t of [100, 300, 450, 800])
      expect(valueAt(typed(study, t), "pass", "x", t)).toBeCloseTo(85, 9);
  });
});

describe("numbers that are none", () => {
  const study = kiosk({ sequence: [tween("a", 0, "pass", [x([0, 0], [200, 50])])] });
  const keyId = keyOf(study, "a", 1);
  it.each<[string, () => Change]>([
    ["a time", () => moveKey(study, { keyId, time: Number.NaN })],
    ["a value", () => setKeyValue(study, { keyId, value: Number.POSITIVE_INFINITY })],
    ["a field", () => setItems(study, { ids: ["a"], set: { pause: Number.POSITIVE_INFINITY } })],
    ["a rest", () => setRest(study, { figureId: "pass", channel: "x", value: Number.NaN })],
  ])("are refused with a reason before anything changes: %s", (_, edit) => {
    const change = edit();
    expect(change.after).toBe(study);
    expect(change.refused).toContain("Nothing was changed");
  });

  it("move nothing where they say how far", () => {
    expect(moveItems(study, { ids: ["a"], by: Number.NaN }).after).toBe(study);
    const stretched = stretchKeys(study, { keyIds: [keyId], about: 0, factor: Number.NaN });
    expect(stretched.after).toBe(study);
  });
});
