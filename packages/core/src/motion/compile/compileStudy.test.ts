import fc from "fast-check";
import { compileCurve } from "../../curve/index.ts";
import type { Study, Track } from "../../study/index.ts";
import { anyCurve, bezier, figure, key, kiosk, tween } from "../../testing/index.ts";
import { compileStudy, type Motion } from "../index.ts";

const x = (motion: Motion, t: number) => motion.valueAt(motion.figureIndex("pass"), "x", t);
const track = (keys: Track["keys"], more: Partial<Track> = {}): Track => ({
  channel: "x",
  keys,
  ...more,
});
const color = (study: Study, t: number) => {
  const motion = compileStudy(study);
  const poses = motion.at(t, new Float64Array(motion.slotCount));
  return [...poses.slice(motion.slot(0, "color"), motion.slot(0, "color") + 4)];
};

describe("motion.at", () => {
  it("has the rest value before a tween and where nothing drives, and holds the last key", () => {
    const motion = compileStudy(
      kiosk({
        figures: [figure("pass", { rest: { x: 7, y: 3 } })],
        sequence: [tween("t", 100, "pass", [track([key(0, 50), key(200, 90)])])],
      }),
    );
    expect([0, 99.9, 100, 200, 300, 9e9].map((t) => x(motion, t))).toEqual([7, 7, 50, 70, 90, 90]);
    expect(motion.valueAt(0, "y", 150)).toBe(3);
    expect(motion.duration).toBe(300);
  });

  it("shows the first key early only if fill says so", () => {
    const at = (fill: "backwards" | "both" | "none" | "forwards", t: number) =>
      x(
        compileStudy(
          kiosk({
            sequence: [tween("t", 100, "pass", [track([key(0, 50), key(100, 90)])], { fill })],
          }),
        ),
        t,
      );
    expect([at("backwards", 0), at("both", 0), at("none", 0), at("forwards", 0)]).toEqual([
      50, 50, 0, 0,
    ]);
    expect([at("backwards", 250), at("both", 250), at("none", 250)]).toEqual([0, 90, 0]);
  });

  it("acts at the time of a tween without length, never before", () => {
    const motion = compileStudy(
      kiosk({ sequence: [tween("set", 100, "pass", [track([key(0, 5)])])] }),
    );
    expect([99.999, 100, 101].map((t) => x(motion, t))).toEqual([0, 5, 5]);
  });

  it("lets the tween that starts later win, and of two at once the later in the sequence", () => {
    const motion = compileStudy(
      kiosk({
        sequence: [
          tween("late", 100, "pass", [track([key(0, 500)])]),
          tween("early", 0, "pass", [track([key(0, 0), key(300, 300)])]),
          tween("same", 100, "pass", [track([key(0, 600)])]),
        ],
      }),
    );
    expect([50, 100, 250].map((t) => x(motion, t))).toEqual([50, 600, 600]);
  });

  it("adds relative tracks to what is there", () => {
    const motion = compileStudy(
      kiosk({
        figures: [figure("pass", { rest: { x: 10 } })],
        sequence: [
          tween("base", 100, "pass", [track([key(0, 100), key(100, 200)])]),
          tween("nudge", 0, "pass", [track([key(0, 0), key(50, 5)], { mode: "relative" })]),
          tween("sway", 150, "pass", [track([key(0, 0), key(100, -20)], { mode: "relative" })]),
        ],
      }),
    );
    expect([0, 50, 125, 175, 400].map((t) => x(motion, t))).toEqual([10, 15, 125, 170, 180]);
  });

  it("takes the value found when the tween starts", () => {
    const motion = compileStudy(
      kiosk({
        sequence: [
          tween("go", 0, "pass", [track([key(0, 0), key(200, 100)])]),
          tween("back", 100, "pass", [track([key(0, { found: true }), key(100, 0)])]),
        ],
      }),
    );
    expect([100, 150, 200].map((t) => x(motion, t))).toEqual([50, 25, 0]);
  });

  it("hangs tweens on markers and on others, and breaks a circle at 0", () => {
    const item = (id: string, edge: "start" | "end", offset: number) => ({
      to: "item" as const,
      id,
      edge,
      offset,
    });
    const { placements } = compileStudy(
      kiosk({
        markers: [{ id: "m", name: "landed", time: 400 }],
        sequence: [
          tween("c", item("b", "start", 30), "pass", [track([key(0, 0)])]),
          tween("b", item("a", "end", -10), "pass", [track([key(0, 0)])]),
          tween("a", { to: "marker", id: "m", offset: 0 }, "pass", [
            track([key(0, 0), key(100, 1)]),
          ]),
          tween("p", item("q", "end", 5), "pass", [track([key(0, 0)])]),
          tween("q", item("p", "end", 5), "pass", [track([key(0, 0)])]),
        ],
      }),
    );
    const starts = ["a", "b", "c", "p", "q"].map((id) => placements.startOf(id));
    expect(starts).toEqual([400, 490, 520, 0, 0]);
    expect(placements.loop.toSorted()).toEqual(["p", "q"]);
  });

  it("keeps an angle going where its route led", () => {
    const motion = compileStudy(
      kiosk({
        sequence: [
          tween("turn", 0, "pass", [
            {
              channel: "rotate",
              route: "shorter",
              keys: [key(0, 350), key(100, 10), key(200, 350)],
            },
          ]),
        ],
      }),
    );
    expect([0, 50, 100, 150, 200].map((t) => motion.valueAt(0, "rotate", t))).toEqual([
      350, 360, 370, 360, 350,
    ]);
  });

  it("blends colors in OKLab unless sRGB is asked for", () => {
    const study = (space?: "srgb") =>
      kiosk({
        sequence: [
          tween("tint", 0, "pass", [
            {
              channel: "color",
              ...(space ? { space } : {}),
              keys: [key(0, "#ff0000"), key(100, "#0000ff")],
            },
          ]),
        ],
      });
    // Independent: CSS Color 4 gives color-mix(in oklab, red, blue) = oklab(0.54 0.0963 −0.0928).
    const [r = 0, g = 0, b = 0] = color(study(), 50);
    expect([r * 255, g * 255, b * 255].map(Math.round)).toEqual([140, 83, 162]);
    expect(color(study("srgb"), 50)).toEqual([0.5, 0, 0.5, 1]);
  });

  it("is the same however the time was reached", () => {
    const study = kiosk({
      sequence: [
        tween("a", 0, "pass", [
          track([key(0, 0, bezier(0.2, -0.3, 0.4, 1.5)), key(300, 100), key(700, 20)]),
        ]),
        tween("b", 350, "pass", [track([key(0, 0), key(100, 30)], { mode: "relative" })]),
      ],
    });
    const motion = compileStudy(study);
    const out = new Float64Array(motion.slotCount);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -100, max: 1000, noNaN: true }), { minLength: 1 }),
        (times) => {
          for (const t of times) expect(motion.at(t, out)).toBe(out);
          const last = times.at(-1) as number;
          const fresh = compileStudy(study);
          expect([...motion.at(last, out)]).toEqual([
            ...fresh.at(last, new Float64Array(fresh.slotCount)),
          ]);
        },
      ),
    );
  });

  it("lands exactly on its last key, whatever the numbers", () => {
    // Adding nothing turns -0 into 0, as adding layers up does.
    const number = fc.double({ min: -1e6, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(
        number,
        number,
        fc.double({ min: 1, max: 1e5, noNaN: true }),
        (from, to, length) => {
          const motion = compileStudy(
            kiosk({
              sequence: [
                tween("t", 0.1, "pass", [
                  track([key(0, from, bezier(0.1, 2, 0.3, -1)), key(length, to)]),
                ]),
              ],
            }),
          );
          expect(x(motion, motion.duration)).toBe(to + 0);
        },
      ),
    );
  });

  it("eases thousands of channels to the same bits as each curve alone, asked in between", () => {
    fc.assert(
      fc.property(
        fc.array(anyCurve, { minLength: 2, maxLength: 5 }),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 20 }),
        (curves, places) => {
          const alone = curves.map((curve) => compileCurve(curve));
          const motion = compileStudy(
            kiosk({
              figures: curves.map((_, i) => figure(`pass-${i}`)),
              sequence: curves.map((curve, i) =>
                tween(`t-${i}`, 0, `pass-${i}`, [track([key(0, 0, curve), key(1, 1)])]),
              ),
            }),
          );
          const out = new Float64Array(motion.slotCount);
          for (const p of places) {
            const values = alone.map(({ value }) => value(p));
            motion.at(p, out);
            // At its end a tween shows where its curve ends, which may be elsewhere than at its last key.
            const shown = curves.map((_, i) => out[motion.slot(i, "x")]);
            expect(shown).toEqual(values.map((value) => 0 + value));
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  it("takes the last step at the very end, though origin + length rounds", () => {
    const last = { kind: "steps", count: 4, position: "jump-end" } as const;
    for (const [origin, length] of [
      [0.1, 1.9219872875916655],
      [0.1, 0.2],
      [1 / 3, 100.7],
    ] as const) {
      const motion = compileStudy(
        kiosk({
          sequence: [tween("t", origin, "pass", [track([key(0, 0, last), key(length, 8)])])],
        }),
      );
      expect(x(motion, motion.duration)).toBe(8);
      expect(x(motion, origin)).toBe(0);
    }
  });

  it("has the velocity of its difference quotient, in units per second", () => {
    const motion = compileStudy(
      kiosk({
        sequence: [
          tween("a", 0, "pass", [
            track([
              key(0, 0, bezier(0.3, 0.1, 0.4, 1.4)),
              key(400, 100, bezier(0.5, 0, 0.5, 1)),
              key(900, -50),
            ]),
          ]),
          tween("b", 100, "pass", [track([key(0, 0), key(600, 60)], { mode: "relative" })]),
        ],
      }),
    );
    const out = new Float64Array(motion.slotCount);
    for (let t = 5; t < 1000; t += 7.3) {
      const h = 1e-3;
      const quotient = ((x(motion, t + h) - x(motion, t - h)) / (2 * h)) * 1000;
      expect(Math.abs((motion.velocity(t, out)[0] as number) - quotient)).toBeLessThan(0.05);
    }
  });

  it("plays what is sound of a study with faults", () => {
    const motion = compileStudy(
      kiosk({
        sequence: [
          tween("ghost", 0, "nobody", [track([key(0, 0), key(100, 1)])]),
          tween("twice", 0, "pass", [track([key(0, 0), key(100, 1)])], { iterations: 2 }),
          { type: "cue", id: "c", name: "knock", tether: { to: "start", offset: 0 } },
        ],
      }),
    );
    expect(x(motion, 50)).toBe(0.5);
  });
});

describe("steps that end backwards", () => {
  it.each([
    ["jump-both", 2, 100],
    ["jump-start", 2, 100],
    ["jump-end", 2, 100],
    ["jump-both", 1, 200],
  ] as const)(
    "stay, with %s and %s iterations, where browsers leave them",
    (position, count, at) => {
      // Values of Chromium 156, Firefox 153 and WebKitGTK 2.50: the before flag of Web Animations is set there.
      const curve = { kind: "steps", count: 2, position } as const;
      const study = kiosk({
        figures: [figure("fare")],
        sequence: [
          tween("tick", 0, "fare", [{ channel: "x", keys: [key(0, 100, curve), key(400, 200)] }], {
            iterations: count,
            direction: "alternate",
            fill: "both",
          }),
        ],
      });
      expect(compileStudy(study).valueAt(0, "x", 400 * count + 50)).toBe(at);
    },
  );
});
