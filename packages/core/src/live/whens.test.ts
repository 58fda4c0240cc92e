import type { LiveResponse, Study } from "../study/index.ts";
import { figure } from "../testing/index.ts";
import { needle, press, read, response, SPRING, speed } from "../testing/needle.ts";
import { createLive, type Live } from "./index.ts";

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
