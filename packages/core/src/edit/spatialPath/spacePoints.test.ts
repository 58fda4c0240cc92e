import { compileStudy } from "../../motion/index.ts";
import { checkStudy } from "../../shape/index.ts";
import { type Study, spacePathOf, type Tween } from "../../study/index.ts";
import { bezier, figure, key, kiosk, tween } from "../../testing/index.ts";
import {
  addKey,
  deleteKeys,
  joinable,
  moveKey,
  moveKeys,
  moveSpacePoint,
  pieceOf,
  reshapeSpan,
  roundSpacePoints,
  setSpaceHandle,
  setSpanCurve,
  stretchTween,
  withPartners,
} from "../index.ts";

const named = (id: string, time: number, value: number, more: object = {}) => ({
  ...key(time, value),
  id,
  ...more,
});

/** A ferry on a bent path of three points, from 100 ms on. */
const crossing = (): Study =>
  kiosk({
    figures: [figure("ferry")],
    sequence: [
      tween(
        "cross",
        100,
        "ferry",
        [
          {
            channel: "x",
            keys: [
              named("x0", 0, 0, { curve: bezier(0.4, 0, 0.2, 1), out: { x: 80, y: 0 } }),
              named("x1", 1000, 200, { in: { x: -20, y: -90 }, out: { x: 20, y: 90 } }),
              named("x2", 1600, 320),
            ],
          },
          {
            channel: "y",
            keys: [named("y0", 0, 0), named("y1", 1000, 150), named("y2", 1600, 20)],
          },
        ],
        { path: true },
      ),
    ],
  });
const path = (study: Study) => {
  const found = spacePathOf(study.sequence[0] as Tween);
  if (!found) throw new Error("the tween is no path");
  return found;
};
const place = (study: Study, t: number) => {
  const motion = compileStudy(study);
  return [motion.valueAt(0, "x", t), motion.valueAt(0, "y", t)] as const;
};

describe("the keys of a path through space", () => {
  it("go in pairs: moved, stretched and deleted together", () => {
    const moved = moveKey(crossing(), { keyId: "y1", time: 900 }).after;
    expect(path(moved).x.keys[1]?.time).toBe(800);
    expect(path(moved).y.keys[1]?.time).toBe(800);
    const both = moveKeys(crossing(), { keyIds: ["x1"], time: 60, value: 5 }).after;
    expect(path(both).y.keys[1]).toMatchObject({ time: 1060, value: 150 });
    expect(path(both).x.keys[1]).toMatchObject({ time: 1060, value: 205 });
    const half = stretchTween(crossing(), { tweenId: "cross", edge: "end", time: 900 }).after;
    expect(path(half).x.keys.map(({ time }) => time)).toEqual([0, 500, 800]);
    const less = deleteKeys(crossing(), { keyIds: ["x1"] }).after;
    expect(path(less).y.keys.map(({ id }) => id)).toEqual(["y0", "y2"]);
    for (const study of [moved, both, half, less]) expect(checkStudy(study)).toEqual([]);
    expect([...withPartners(crossing(), ["y2"])].sort()).toEqual(["x2", "y2"]);
  });

  it("share their timing: a curve given to one is given to both", () => {
    const ease = { kind: "keyword", name: "ease" } as const;
    for (const change of [
      setSpanCurve(crossing(), { keyId: "y0", curve: ease }),
      reshapeSpan(crossing(), { keyId: "y0", curve: ease }),
    ]) {
      expect(path(change.after).x.keys[0]?.curve).toEqual(ease);
      expect(path(change.after).y.keys[0]?.curve).toEqual(ease);
    }
  });

  it("get another pair without bending the path or its timing", () => {
    const before = crossing();
    const at = 620;
    const value = place(before, at)[1];
    const after = addKey(before, {
      figureId: "ferry",
      channel: "y",
      time: at,
      value,
      keyId: "fresh",
      tweenId: "fresh-partner",
    }).after;
    expect(path(after).x.keys).toHaveLength(4);
    expect(checkStudy(after)).toEqual([]);
    for (let t = 100; t <= 1700; t += 37) {
      const [a, b] = [place(before, t), place(after, t)];
      expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(0.05);
    }
  });

  it("keep their last place when a pair is set after the end", () => {
    const after = addKey(crossing(), {
      figureId: "ferry",
      channel: "x",
      time: 2100,
      value: 400,
      keyId: "fresh",
      tweenId: "fresh-partner",
    }).after;
    expect(place(after, 2100)).toEqual([400, 20]);
  });
});

describe("the points of a path through space", () => {
  it("move both of their keys", () => {
    const moved = moveSpacePoint(crossing(), { keyId: "y1", by: { x: 10, y: -4 } }).after;
    expect(place(moved, 1100)).toEqual([210, 146]);
    expect(pieceOf(path(moved).x.keys, path(moved).y.keys, 0)).toEqual([
      { x: 0, y: 0 },
      { x: 80, y: 0 },
      { x: 190, y: 56 },
      { x: 210, y: 146 },
    ]);
    // A key that is on no path is left alone.
    expect(moveSpacePoint(crossing(), { keyId: "none", by: { x: 1, y: 1 } }).patches).toEqual([]);
  });

  it("turn their other handle along while both lie on one line, and not alone", () => {
    const set = (alone: boolean) =>
      path(
        setSpaceHandle(crossing(), { keyId: "x1", side: "out", to: { x: 90, y: 0 }, alone }).after,
      ).x.keys[1];
    const length = Math.hypot(20, 90);
    expect(set(false)?.in?.x).toBeCloseTo(-length, 9);
    expect(set(false)?.in?.y).toBeCloseTo(0, 9);
    expect(set(true)?.in).toEqual({ x: -20, y: -90 });
    const none = setSpaceHandle(crossing(), { keyId: "x1", side: "in", to: null }).after;
    expect(path(none).x.keys[1]).not.toHaveProperty("in");
  });

  it("become round along the way to their neighbors", () => {
    const { after } = roundSpacePoints(crossing(), { keyIds: ["y1"] });
    const [into, out] = [path(after).x.keys[1]?.in, path(after).x.keys[1]?.out];
    if (!into || !out) throw new Error("there are handles");
    // Both on the line between the neighbours, from (0, 0) to (320, 20).
    expect(into.y / into.x).toBeCloseTo(20 / 320, 9);
    expect(out.y / out.x).toBeCloseTo(20 / 320, 9);
    expect(into.x).toBeLessThan(0);
    expect(out.x).toBeGreaterThan(0);
  });
});

describe("joining x and y", () => {
  const study = (more: Partial<Study> = {}) =>
    kiosk({
      sequence: [
        tween("a", 0, "pass", [{ channel: "x", keys: [key(0, 0), key(100, 5)] }]),
        tween("b", 0, "pass", [{ channel: "y", keys: [key(0, 0), key(100, 5)] }]),
      ],
      ...more,
    });

  it("applies where each is driven by one absolute tween of that figure alone", () => {
    expect(joinable(compileStudy(study()), "pass")).toBeDefined();
    expect(joinable(compileStudy(study()), "nobody")).toBeUndefined();
    const [a, b] = study().sequence;
    const alone = study({ sequence: a ? [a] : [] });
    expect(joinable(compileStudy(alone), "pass")).toBeUndefined();
    const twice = study({
      sequence: [a, b, tween("c", 300, "pass", [{ channel: "x", keys: [key(0, 9)] }])] as never,
    });
    expect(joinable(compileStudy(twice), "pass")).toBeUndefined();
    const relative = study({
      sequence: [
        a,
        tween("b", 0, "pass", [{ channel: "y", mode: "relative", keys: [key(0, 0), key(100, 5)] }]),
      ] as never,
    });
    expect(joinable(compileStudy(relative), "pass")).toBeUndefined();
    const shared = study({
      figures: [figure("pass"), figure("stamp")],
      sequence: [
        a,
        tween("b", 0, ["pass", "stamp"], [{ channel: "y", keys: [key(0, 0), key(9, 5)] }]),
      ] as never,
    });
    expect(joinable(compileStudy(shared), "pass")).toBeUndefined();
  });
});
