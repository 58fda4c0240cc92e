import { type Curve, compileCurve } from "../curve/index.ts";
import { bezier } from "../testing/index.ts";
import { needle, press, read, response, speed } from "../testing/needle.ts";
import { createLive } from "./index.ts";

describe("a response", () => {
  it("goes to a pose, lands exactly and goes back", () => {
    const live = createLive(needle([response()]));
    press(live, 100);
    expect(read(live, 0)).toBe(100);
    expect(read(live, 300)).toBe(200);
    expect(read(live, 500)).toBe(300);
    expect(read(live, 9000)).toBe(300);
    press(live, 1000);
    expect(read(live, 1400)).toBe(100);
    expect(live.log().filter(({ kind }) => kind === "arrived")).toHaveLength(2);
  });

  it("keeps its speed in mid-flight along a curve, by the formula", () => {
    const curve = bezier(0.4, 0, 0.2, 1);
    const live = createLive(needle([response({ how: { curve, duration: 600 } })]));
    press(live, 0);
    press(live, 250);
    const { value, slope } = compileCurve(curve);
    const p0 = 250 / 600;
    const [from, u] = [100 + 200 * value(p0), (200 * slope(p0)) / 0.6];
    for (const p of [0.001, 0.1, 0.5, 0.9]) {
      // y = from + Δ·e(p) + (u·D − Δ·e′(0))·p·(1 − p)²
      const way = 100 - from;
      const expected = from + way * value(p) + (u * 0.6 - way * slope(0)) * p * (1 - p) ** 2;
      expect(Math.abs(read(live, 250 + p * 600) - expected)).toBeLessThan(1e-9);
    }
    expect(speed(live, 250)).toBeCloseTo(u, 9);
    expect(read(live, 850)).toBe(100);
  });

  it.each([
    ["under", 170, 14],
    ["critical", 100, 20],
    ["nearly critical", 100, 20.000001],
    ["over", 60, 40],
  ])("goes by a spring as numerical integration says, interrupted: %s damped", (_, k, c) => {
    const curve: Curve = { kind: "spring", stiffness: k, damping: c, mass: 1, velocity: 0 };
    const live = createLive(needle([response({ how: { curve, duration: 0 } })]));
    press(live, 0);
    press(live, 180);
    // Runge and Kutta's method of fourth order with small steps: its error is far below 1e-9.
    let [y, v, target] = [100, 0, 300];
    const h = 1e-4;
    const accelerate = (place: number, rate: number) => -k * (place - target) - c * rate;
    for (let step = 0; step < 6000; step++) {
      if (step === 1800) target = 100;
      if (step % 400 === 0) expect(Math.abs(read(live, step / 10) - y)).toBeLessThan(1e-8 * 200);
      const [k1, l1] = [v, accelerate(y, v)];
      const [k2, l2] = [v + (h / 2) * l1, accelerate(y + (h / 2) * k1, v + (h / 2) * l1)];
      const [k3, l3] = [v + (h / 2) * l2, accelerate(y + (h / 2) * k2, v + (h / 2) * l2)];
      const [k4, l4] = [v + h * l3, accelerate(y + h * k3, v + h * l3)];
      y += (h / 6) * (k1 + 2 * k2 + 2 * k3 + k4);
      v += (h / 6) * (l1 + 2 * l2 + 2 * l3 + l4);
    }
    expect(read(live, 60_000)).toBe(100);
  });

  it("goes on from where it is, with a jump in speed that is told", () => {
    const how = { curve: { kind: "linear" as const }, duration: 400 };
    const live = createLive(needle([response({ how, midFlight: "from-where" })]));
    press(live, 0);
    press(live, 200);
    expect(read(live, 200)).toBe(200);
    expect(read(live, 400)).toBe(150);
    const begun = live.log().flatMap((entry) => (entry.kind === "begun" ? [entry] : []))[1];
    expect(begun?.channels[0]).toMatchObject({ interrupted: true, before: 500, after: -250 });
  });

  it("waits its turn, in order", () => {
    const live = createLive(needle([response({ midFlight: "waits" })]));
    for (const time of [0, 100, 150]) press(live, time);
    expect(read(live, 300)).toBeCloseTo(250, 9);
    expect(read(live, 400)).toBe(300);
    expect(read(live, 600)).toBe(200);
    expect(read(live, 800)).toBe(100);
    expect(read(live, 1000)).toBe(200);
    expect(read(live, 1300)).toBe(300);
  });

  it("starts over from the pose it left", () => {
    const live = createLive(
      needle([response({ midFlight: "starts-over", then: [{ do: "pose", pose: "high" }] })]),
    );
    press(live, 0);
    press(live, 200);
    expect(read(live, 200)).toBe(100);
    expect(read(live, 400)).toBe(200);
    expect(read(live, 600)).toBe(300);
  });

  it("is ignored in mid-flight", () => {
    const live = createLive(needle([response({ midFlight: "ignored" })]));
    press(live, 0);
    press(live, 200);
    expect(read(live, 400)).toBe(300);
    expect(live.log().some(({ kind }) => kind === "ignored")).toBe(true);
    press(live, 500);
    expect(read(live, 900)).toBe(100);
  });

  it("turns to the pointer the short way, and further each time", () => {
    const aim = response({ then: [{ do: "aim", figure: "needle", channels: ["rotate"] }] });
    const live = createLive(needle([aim]));
    // The pivot is at (110, 130); to the left is 270 degrees, or 90 the other way.
    press(live, 0, null, 0, 130);
    expect(read(live, 400, "rotate")).toBeCloseTo(-90, 9);
    press(live, 500, null, 110, 400);
    expect(read(live, 900, "rotate")).toBeCloseTo(-180, 9);
    press(live, 1000, null, 400, 130);
    expect(read(live, 1400, "rotate")).toBeCloseTo(-270, 9);
  });

  it("foresees where a press would send what it turns, and does nothing", () => {
    const aims = response({
      when: { on: "press", figure: "needle" },
      then: [{ do: "aim", figure: "needle", channels: ["rotate"] }],
    });
    const live = createLive(needle([aims]));
    const slot = live.motion.slot(0, "rotate");
    // The pivot is at 110, 130; the place to its right is a quarter of a turn away.
    const there = { x: 210, y: 130, figure: "needle" };
    expect(live.foreseen(100, there)).toEqual([{ slot, target: expect.closeTo(90, 9) }]);
    expect(live.foreseen(100, { ...there, figure: null })).toEqual([]);
    expect([live.slots, live.log(), live.isMoving(100)]).toEqual([[], [], false]);
    press(live, 100, "needle", 210, 130);
    expect(read(live, 900, "rotate")).toBeCloseTo(90, 9);
    // It is there already.
    expect(live.foreseen(900, there)[0]?.target).toBeCloseTo(90, 9);
  });

  it("adds an amount to where it is going", () => {
    const by = response({ then: [{ do: "by", figure: "needle", channel: "rotate", amount: 90 }] });
    const live = createLive(needle([by]));
    for (const time of [0, 50, 100]) press(live, time);
    expect(read(live, 1000, "rotate")).toBe(270);
  });

  it("answers only in a pose, and only what it waits for", () => {
    const only = response({ inPose: "high", then: [{ do: "pose", pose: "far" }] });
    const live = createLive(
      needle([
        only,
        response({ id: "k", when: { on: "key", key: "h" }, then: [{ do: "pose", pose: "high" }] }),
      ]),
    );
    press(live, 0);
    expect(read(live, 500, "rotate")).toBe(0);
    live.send(600, { type: "key-down", key: "h" });
    press(live, 1100);
    expect(read(live, 1600, "rotate")).toBe(-10);
  });

  it.each([
    ["distance", 1600, 200],
    ["root", 800, 200],
  ] as const)("takes longer for a longer way: %s", (grows, arrives, half) => {
    const how = { curve: { kind: "linear" as const }, duration: 400, reach: 50, grows };
    const live = createLive(needle([response({ how })]));
    press(live, 0);
    expect(read(live, arrives / 2)).toBeCloseTo(half, 9);
    expect(read(live, arrives)).toBe(300);
    expect(read(live, arrives - 1)).not.toBe(300);
  });
});
