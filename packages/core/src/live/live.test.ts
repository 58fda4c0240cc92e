import { type Curve, compileCurve } from "../curve/index.ts";
import type { LiveResponse, Study } from "../study/index.ts";
import { bezier, figure, key, kiosk, tween } from "../testing/index.ts";
import { createLive, type Live, replay } from "./index.ts";

const SPRING: Curve = { kind: "spring", stiffness: 170, damping: 14, mass: 1, velocity: 0 };
const response = (more: Partial<LiveResponse> = {}): LiveResponse => ({
  ...{ id: "r", when: { on: "press", figure: null } },
  then: [{ do: "next", poses: ["high", "rest"] }],
  ...{ how: { curve: { kind: "linear" }, duration: 400 }, midFlight: "keeps-speed" },
  ...more,
});
const needle = (responses: readonly LiveResponse[], more: Partial<Study> = {}): Study =>
  kiosk({
    figures: [figure("needle", { rest: { x: 100, y: 100, width: 20, height: 60 } })],
    live: {
      poses: [
        { id: "high", name: "High water", values: { needle: { x: 300, rotate: 90 } } },
        { id: "far", name: "Far", values: { needle: { rotate: 350 } } },
      ],
      ...{ levers: [], responses, takes: [] },
    },
    ...more,
  });
const press = (live: Live, time: number, figureId: string | null = "needle", x = 0, y = 0) =>
  live.send(time, { type: "press", x, y, figure: figureId });
const read = (live: Live, time: number, channel: "x" | "rotate" | "y" | "opacity" = "x") => {
  const out = live.at(time, new Float64Array(live.motion.slotCount));
  return out[live.motion.slot(0, channel)] as number;
};
const speed = (live: Live, time: number, channel: "x" | "rotate" = "x") => {
  const out = live.velocity(time, new Float64Array(live.motion.slotCount));
  return out[live.motion.slot(0, channel)] as number;
};

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

describe("what is waited for", () => {
  const on = (when: LiveResponse["when"], more: Partial<LiveResponse> = {}) =>
    response({ when, then: [{ do: "pose", pose: "high" }], ...more });
  const arrivedAt = (live: Live, until = 5000) => {
    read(live, until);
    return live.log().flatMap((entry) => (entry.kind === "begun" ? [entry.time] : []));
  };

  it("presses count for what a figure stands in", () => {
    const study = needle([on({ on: "press", figure: "needle" })]);
    const nested = { ...study, figures: [...study.figures, figure("hub", { parent: "needle" })] };
    const live = createLive(nested);
    press(live, 10, null);
    press(live, 20, "hub");
    expect(arrivedAt(live)).toEqual([20]);
  });

  it("holding, double presses, release", () => {
    const held = createLive(needle([on({ on: "hold", figure: null, time: 300 })]));
    press(held, 0);
    held.send(200, { type: "release", x: 0, y: 0, figure: null });
    press(held, 1000);
    held.send(1400, { type: "release", x: 0, y: 0, figure: null });
    expect(arrivedAt(held)).toEqual([1300]);
    const double = createLive(needle([on({ on: "double-press", figure: null })]));
    for (const time of [0, 500, 700, 800]) press(double, time);
    expect(arrivedAt(double)).toEqual([700]);
    const released = createLive(needle([on({ on: "release", figure: null })]));
    released.send(70, { type: "release", x: 0, y: 0, figure: "needle" });
    expect(arrivedAt(released)).toEqual([70]);
  });

  it("entering and leaving", () => {
    const live = createLive(
      needle([
        on({ on: "enter", figure: "needle" }),
        on({ on: "leave", figure: null }, { id: "l" }),
      ]),
    );
    const move = (time: number, x: number, figureId: string | null) =>
      live.send(time, { type: "move", x, y: 10, figure: figureId });
    move(0, 10, null);
    move(10, 20, "needle");
    move(20, 30, "needle");
    move(30, -5, null);
    expect(arrivedAt(live)).toEqual([10, 30]);
  });

  it("arrivals, the start, and time that goes by", () => {
    const chain = createLive(
      needle([
        on({ on: "start" }),
        on({ on: "arrived", response: "r" }, { id: "s", then: [{ do: "pose", pose: "rest" }] }),
      ]),
    );
    expect(arrivedAt(chain)).toEqual([0, 400]);
    const every = createLive(needle([on({ on: "every", time: 1000, jitter: 100, seed: 4 })]));
    const times = arrivedAt(every, 4500);
    expect(times).toHaveLength(4);
    for (const [i, time] of times.entries())
      expect(Math.abs(time - (i + 1) * 1000)).toBeLessThanOrEqual(100);
    expect(times).not.toEqual([1000, 2000, 3000, 4000]);
  });

  it("levers that go past a value, in the moment they do", () => {
    const lever = {
      id: "l",
      name: "Slider",
      of: { kind: "slider" as const },
      range: [0, 100] as const,
    };
    const study = needle([on({ on: "rises", lever: "l", past: 50 })]);
    const live = { ...study.live, levers: [{ ...lever, lag: 100 }] } as Study["live"];
    const playing = createLive({ ...study, live } as Study);
    playing.send(0, { type: "lever", lever: "l", value: 100 });
    // 100·(1 − e^(−t/100)) is 50 at 100·ln 2.
    expect(arrivedAt(playing)[0]).toBeCloseTo(100 * Math.LN2, 6);
    expect(playing.leverAt("l", 100)).toBeCloseTo(100 * (1 - Math.exp(-1)), 9);
  });
});

describe("the sequence, played", () => {
  const study = needle(
    [
      response({ then: [{ do: "play", direction: "turns" }] }),
      response({
        id: "c",
        when: { on: "cue", cue: "Slack" },
        then: [{ do: "by", figure: "needle", channel: "opacity", amount: -0.5 }],
        how: { curve: { kind: "linear" }, duration: 0 },
      }),
    ],
    {
      sequence: [
        tween("turn", 0, "needle", [{ channel: "x", keys: [key(0, 100), key(1000, 500)] }]),
        { type: "cue", id: "cue", name: "Slack", tether: { to: "start", offset: 600 } },
      ],
    },
  );

  it("turns round where it is", () => {
    const live = createLive(study);
    press(live, 0);
    expect(read(live, 500)).toBe(300);
    press(live, 500);
    expect(read(live, 750)).toBe(200);
    expect(read(live, 1100)).toBe(100);
  });

  it("says its cues to what waits for them, once", () => {
    const live = createLive(study);
    press(live, 0);
    expect(read(live, 599, "opacity")).toBe(1);
    expect(read(live, 601, "opacity")).toBe(0.5);
    expect(read(live, 3000, "opacity")).toBe(0.5);
  });

  it("comes from wherever it was without a jump", () => {
    const away = {
      ...study,
      live: {
        ...study.live,
        responses: [
          ...(study.live?.responses ?? []),
          response({
            id: "k",
            when: { on: "key", key: "h" },
            then: [{ do: "pose", pose: "high" }],
          }),
        ],
      },
    } as Study;
    const live = createLive(away);
    live.send(0, { type: "key-down", key: "h" });
    press(live, 1000);
    expect(read(live, 1000)).toBe(300);
    expect(read(live, 1200)).toBeCloseTo(100 + 80 + 200 * 0.5, 9);
    expect(read(live, 1400)).toBeCloseTo(260, 9);
  });
});

describe("levers and followers", () => {
  it("a channel that follows a lever is sent elsewhere and comes back to it", () => {
    const study = needle([response()], {
      followers: [
        {
          ...{ id: "f", figure: "needle", channel: "x", source: { lever: "l" }, of: "value" },
          ...{ from: [0, 1], to: [0, 400] },
        },
      ],
    });
    const levers = [
      {
        id: "l",
        name: "Scroll",
        of: { kind: "scroll" as const },
        range: [0, 1] as const,
        initial: 0.25,
      },
    ];
    const live = createLive({ ...study, live: { ...study.live, levers } } as Study);
    expect(read(live, 0)).toBe(100);
    live.send(10, { type: "lever", lever: "l", value: 0.5 });
    expect(read(live, 10)).toBe(200);
    press(live, 100);
    expect(read(live, 500)).toBe(300);
    live.send(600, { type: "lever", lever: "l", value: 0.75 });
    expect(read(live, 600)).toBe(300);
    press(live, 700);
    expect(read(live, 1100)).toBe(300);
    live.send(1200, { type: "lever", lever: "l", value: 0.1 });
    expect(read(live, 1200)).toBeCloseTo(40, 9);
  });

  it("a channel that follows another one follows it live, speed and all", () => {
    const study = needle([response({ how: { curve: SPRING, duration: 0 } })], {
      followers: [
        {
          ...{ id: "f", figure: "needle", channel: "y", of: "speed" },
          ...{ source: { figure: "needle", channel: "x" }, from: [0, 1000], to: [0, 10] },
        },
      ],
    });
    const live = createLive(study);
    press(live, 0);
    expect(read(live, 100, "y")).toBeCloseTo(Math.abs(speed(live, 100)) / 100, 9);
  });
});

describe("a take", () => {
  it("gives the same poses to the last bit, asked in any order", () => {
    const study = needle([response({ how: { curve: SPRING, duration: 0 } })]);
    const events = [0, 120, 300].map((time) => ({
      ...{ time, type: "press" as const, x: 1, y: 2 },
      figure: null,
    }));
    const [one, other] = [replay(study, { events }), replay(study, { events })];
    const times = Array.from({ length: 100 }, (_, i) => i * 9.7);
    const backwards = [...times].reverse().map((time) => read(other, time));
    expect(backwards.reverse()).toEqual(times.map((time) => read(one, time)));
  });

  it("plays the same presses with another motion", () => {
    const events = [{ time: 0, type: "press" as const, x: 0, y: 0, figure: null }];
    const quick = needle([response({ how: { curve: { kind: "linear" }, duration: 100 } })]);
    expect(read(replay(quick, { events }), 100)).toBe(300);
    expect(read(replay(needle([response()]), { events }), 100)).toBe(150);
  });

  it("is taken in order whatever the order in which it is sent", () => {
    const live = createLive(needle([response()]));
    read(live, 5000);
    press(live, 200);
    press(live, 0);
    expect(read(live, 200)).toBe(200);
    expect(read(live, 800)).toBe(100);
  });

  it("stops responses that feed each other in one moment", () => {
    const at = (id: string, of: string): LiveResponse =>
      response({ id, when: { on: "arrived", response: of }, then: [{ do: "set", pose: "high" }] });
    const live = createLive(
      needle([
        response({ then: [{ do: "set", pose: "high" }] }),
        at("a", "r"),
        at("r2", "a"),
        at("a2", "r2"),
        { ...at("r3", "a2") },
        { ...at("loop", "loop2") },
        { ...at("loop2", "loop") },
        { ...at("begin", "r3"), id: "loop" },
      ]),
    );
    press(live, 0);
    expect(read(live, 10)).toBe(300);
    expect(live.log().some(({ kind }) => kind === "stopped")).toBe(true);
  });
});
