import fc from "fast-check";
import { compileCurve, HOLD } from "../../curve/index.ts";
import type { Study, Tween } from "../../study/index.ts";
import { anyCurve, bezier, key, kiosk, tween } from "../../testing/index.ts";
import { bezierAtEnds, seamsOf, setTangent, smoothKeys, tangentsOf } from "../index.ts";

const named = (id: string, time: number, value: number, curve?: Parameters<typeof key>[2]) => ({
  ...key(time, value, curve),
  id,
});
const trackOf = (study: Study) => (study.sequence[0] as Tween).tracks[0] as Tween["tracks"][number];
const three = (a: number, b: number, c: number, more: object = {}) =>
  kiosk({
    sequence: [
      tween("t", 0, "pass", [
        {
          channel: "rotate",
          keys: [named("a", 0, a), named("b", 200, b), named("c", 600, c)],
          ...more,
        },
      ]),
    ],
  });

describe("the cubic-bezier a span becomes when it is pulled", () => {
  it("leaves and arrives with the speed of the curve, if that is not vertical", () => {
    fc.assert(
      fc.property(anyCurve, (curve) => {
        if (curve.kind === "cubic-bezier" || curve.kind === "keyword") return;
        const { slope } = compileCurve(curve);
        const made = compileCurve(bezierAtEnds(curve));
        for (const [end, before] of [
          [0, false],
          [1, true],
        ] as const) {
          const wanted = slope(end, before);
          if (!Number.isFinite(wanted) || Math.abs(wanted) > 59) continue;
          expect(made.slope(end, before)).toBeCloseTo(wanted, 6);
        }
      }),
      { numRuns: 200, endOnFailure: true },
    );
  });

  it("is itself for beziers, with handles in real units", () => {
    const curve = bezier(0.25, 0.5, 0.5, 1.5);
    expect(bezierAtEnds(curve)).toBe(curve);
    expect(tangentsOf(curve, 400, 80)).toEqual({
      out: { time: 100, value: 40 },
      in: { time: -200, value: 40 },
    });
  });

  it("keeps the handles of a span without height flat", () => {
    const { after } = setTangent(three(5, 5, 9), {
      keyId: "a",
      side: "out",
      to: { time: 50, value: 30 },
    });
    expect(trackOf(after).keys[0]?.curve).toMatchObject({ x1: 0.25, y1: 0 });
  });

  it("belongs to spans only: a first key has none before it, a last one none after it", () => {
    const study = three(0, 5, 9);
    const to = { time: 10, value: 1 };
    expect(setTangent(study, { keyId: "a", side: "in", to }).patches).toEqual([]);
    expect(setTangent(study, { keyId: "c", side: "out", to }).patches).toEqual([]);
    expect(setTangent(study, { keyId: "none", side: "out", to }).patches).toEqual([]);
  });
});

describe("seams", () => {
  it("are where the speed jumps, with both speeds per second", () => {
    // 10 in 200 ms, then 40 in 400 ms.
    expect(seamsOf(three(0, 10, 50), trackOf(three(0, 10, 50))).get("b")).toEqual({
      before: 50,
      after: 100,
    });
    expect(seamsOf(three(0, 10, 30), trackOf(three(0, 10, 30))).size).toBe(0);
  });

  it("follow the route of an angle", () => {
    const round = three(350, 10, 50, { route: "shorter" });
    // 20 the short way in 200 ms, then 40 in 400 ms: no jump at all.
    expect(seamsOf(round, trackOf(round)).size).toBe(0);
    const plain = three(350, 10, 50);
    expect(seamsOf(plain, trackOf(plain)).get("b")).toEqual({ before: -1700, after: 100 });
  });

  it("are none beside a held value, and none of colors", () => {
    const held = kiosk({
      sequence: [
        tween("t", 0, "pass", [
          { channel: "x", keys: [named("a", 0, 0, HOLD), named("b", 100, 9), named("c", 300, 2)] },
        ]),
      ],
    });
    expect(seamsOf(held, trackOf(held)).size).toBe(0);
    const tint = kiosk({
      sequence: [
        tween("t", 0, "pass", [
          { channel: "color", keys: [key(0, "#fff"), key(50, "#000"), key(60, "#abc")] },
        ]),
      ],
    });
    expect(seamsOf(tint, trackOf(tint)).size).toBe(0);
  });
});

describe("smoothing", () => {
  it("goes through a key with the speed between its neighbors, and stops at a turn", () => {
    const through = smoothKeys(three(0, 10, 30), { keyIds: ["b"], how: "through" }).after;
    const [first, second] = trackOf(through).keys;
    if (first?.curve === undefined || !("kind" in first.curve)) throw new Error("a curve");
    if (second?.curve === undefined || !("kind" in second.curve)) throw new Error("a curve");
    const before = (compileCurve(first.curve).slope(1, true) * 10) / 0.2;
    const after = (compileCurve(second.curve).slope(0) * 20) / 0.4;
    expect(before).toBeCloseTo(50, 9);
    expect(after).toBeCloseTo(50, 9);
    const turn = smoothKeys(three(0, 30, 10), { keyIds: ["b"], how: "through" }).after;
    const [up] = trackOf(turn).keys;
    expect(up?.curve).toMatchObject({ y2: 1 });
  });

  it("stops at the ends of a track", () => {
    const { after } = smoothKeys(three(0, 10, 30), { keyIds: ["a", "c"], how: "through" });
    expect(trackOf(after).keys[0]?.curve).toMatchObject({ y1: 0 });
    expect(trackOf(after).keys[1]?.curve).toMatchObject({ y2: 1 });
  });

  it("leaves alone what has no number, and what is matched only at its ends", () => {
    const study = kiosk({
      sequence: [
        tween("t", 0, "pass", [
          {
            channel: "x",
            keys: [
              { ...key(0, { found: true }), id: "a" },
              { ...key(100, { found: true }), id: "b" },
              named("c", 200, 5),
            ],
          },
        ]),
      ],
    });
    expect(smoothKeys(study, { keyIds: ["b"], how: "through" }).patches).toEqual([]);
    expect(smoothKeys(three(0, 10, 30), { keyIds: ["a", "c"], how: "match" }).patches).toEqual([]);
  });
});
