import fc from "fast-check";
import type { SequenceItem, Shake, Study } from "../../study/index.ts";
import { figure, key, kiosk, tween } from "../../testing/index.ts";
import { compileStudy, type Motion, mapPoint, poseMatrix } from "../index.ts";
import { noise } from "./shakes.ts";

const shake = (more: Partial<Shake> = {}): Shake => ({
  type: "shake",
  id: "jolt",
  name: "Jolt",
  tether: { to: "start", offset: 100 },
  duration: 400,
  frequency: 15,
  amplitude: 8,
  seed: 5,
  ...more,
});
const study = (...sequence: SequenceItem[]): Study =>
  kiosk({
    figures: [
      figure("pass", { rest: { x: 100, y: 50, width: 200, height: 120 } }),
      figure("stamp", { parent: "pass", rest: { x: 10, y: 10, width: 40, height: 20 } }),
      figure("tray", { rest: { x: 400, y: 300, width: 150, height: 30, rotate: 12 } }),
    ],
    sequence,
  });
const pose = (motion: Motion, t: number) => motion.at(t, new Float64Array(motion.slotCount));
const x = (motion: Motion, t: number, index = 0) => motion.valueAt(index, "x", t);
const TIMES = Array.from({ length: 60 }, (_, i) => 60 + i * 8.3);

describe("noise", () => {
  it("is what its seed makes it, 0 at whole places, at most 1, and smooth", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e6 }),
        fc.double({ min: -500, max: 5000, noNaN: true }),
        (seed, place) => {
          const value = noise(seed);
          expect(value(place)).toBe(noise(seed)(place));
          expect(value(Math.floor(place))).toBeCloseTo(0, 12);
          expect(Math.abs(value(place))).toBeLessThanOrEqual(1);
          // Its slope is bounded, so it never jumps; at the whole places neither.
          expect(Math.abs(value(place + 1e-6) - value(place))).toBeLessThan(2e-5);
        },
      ),
    );
  });

  it("differs from seed to seed", () => {
    expect(noise(1)(0.5)).not.toBe(noise(2)(0.5));
  });
});

describe("a shake", () => {
  it("adds to what is there while it lasts, within its amplitude, and fades to nothing", () => {
    const move = tween("go", 0, "pass", [{ channel: "x", keys: [key(0, 100), key(1000, 300)] }]);
    const still = compileStudy(study(move));
    const shaken = compileStudy(study(move, shake({ figures: ["pass"] })));
    const away = TIMES.map((t) => x(shaken, t) - x(still, t));
    TIMES.forEach((t, i) => {
      const left = t > 100 && t < 500 ? 1 - (t - 100) / 400 : 0;
      expect(Math.abs(away[i] as number)).toBeLessThanOrEqual(8 * left + 1e-9);
    });
    expect(Math.max(...away.map(Math.abs))).toBeGreaterThan(1);
    for (const t of [99, 100, 500, 700]) expect(x(shaken, t)).toBe(x(still, t));
  });

  it("moves the figures it names, and turns them", () => {
    const motion = compileStudy(study(shake({ figures: ["tray"], turn: 3 })));
    for (const t of TIMES) expect(x(motion, t)).toBe(100);
    expect(TIMES.some((t) => Math.abs(motion.valueAt(2, "rotate", t) - 12) > 0.3)).toBe(true);
  });

  it("shakes the whole scene as one about its middle: nothing in it comes nearer to anything else", () => {
    const still = compileStudy(study());
    const motion = compileStudy(study(shake({ turn: 4 })));
    const corners = (of: Motion, t: number) =>
      [0, 1, 2].flatMap((index) => {
        const matrix = poseMatrix(of, pose(of, t), index);
        return [mapPoint(matrix, 0, 0), mapPoint(matrix, 40, 20)];
      });
    const rest = corners(still, 0);
    let moved = 0;
    for (const t of TIMES) {
      const now = corners(motion, t);
      now.forEach(([ax, ay], i) => {
        now.forEach(([bx, by], j) => {
          const [[cx, cy], [dx, dy]] = [rest[i], rest[j]] as [[number, number], [number, number]];
          expect(Math.hypot(ax - bx, ay - by)).toBeCloseTo(Math.hypot(cx - dx, cy - dy), 6);
        });
      });
      moved = Math.max(moved, Math.abs((now[0]?.[0] ?? 0) - (rest[0]?.[0] ?? 0)));
    }
    expect(moved).toBeGreaterThan(1);
  });

  it("answers one channel as it does all of them", () => {
    const motion = compileStudy(
      study(shake({ turn: 2 }), shake({ id: "more", seed: 9, figures: ["stamp"] })),
    );
    for (const t of TIMES.slice(0, 20))
      for (const index of [0, 1, 2])
        for (const channel of ["x", "y", "rotate", "width"] as const)
          expect(motion.valueAt(index, channel, t)).toBeCloseTo(
            pose(motion, t)[motion.slot(index, channel)] as number,
            9,
          );
  });

  it("leaves its calm share for people who prefer reduced motion, or nothing", () => {
    const whole = compileStudy(study(shake({ calm: 0.25, figures: ["pass"] })));
    const calm = compileStudy(whole.study, { calm: true });
    for (const t of TIMES) expect(x(calm, t) - 100).toBeCloseTo((x(whole, t) - 100) / 4, 9);
    const none = compileStudy(study(shake({ figures: ["pass"] })), { calm: true });
    for (const t of TIMES) expect(x(none, t)).toBe(100);
  });

  it("fades along its curve, is silent when disabled, and waits in a freeze", () => {
    const quick = compileStudy(
      study(shake({ figures: ["pass"], fade: { kind: "keyword", name: "ease-out" } })),
    );
    const even = compileStudy(study(shake({ figures: ["pass"] })));
    const share = (t: number) => (x(quick, t) - 100) / (x(even, t) - 100);
    expect(share(320)).toBeLessThan(0.9);
    expect(compileStudy(study(shake({ disabled: true }))).shakes).toEqual([]);
    const frozen = compileStudy(
      study(shake({ figures: ["pass"] }), {
        type: "freeze",
        id: "f",
        name: "Hit stop",
        tether: { to: "start", offset: 150 },
        frames: 6,
      }),
    );
    expect(x(frozen, 160)).toBe(x(frozen, 240));
    expect(x(frozen, 300)).toBeCloseTo(x(even, 200), 9);
  });
});
