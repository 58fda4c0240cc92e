import { jest } from "@jest/globals";
import type { PlayedStretch } from "@levitas/core/motion";
import { Clock } from "./clock.ts";

describe("the clock", () => {
  let waiting: FrameRequestCallback[] = [];
  let now = 0;
  let clock: Clock;
  const frame = (later: number) => {
    now += later;
    const due = waiting;
    waiting = [];
    for (const callback of due) callback(now);
  };
  beforeEach(() => {
    waiting = [];
    now = 5000;
    globalThis.requestAnimationFrame = (callback) => waiting.push(callback);
    globalThis.cancelAnimationFrame = () => {
      waiting = [];
    };
    jest.spyOn(performance, "now").mockImplementation(() => now);
    clock = new Clock();
    clock.setDuration(1000);
  });
  afterEach(() => {
    clock.dispose();
    jest.restoreAllMocks();
  });
  const even = (progress: number) => progress;

  it("travels to a time along a curve, and lands on it exactly", () => {
    clock.seek(100);
    clock.travel(900, 400, (p) => p * p);
    frame(200);
    expect(clock.time).toBe(300);
    expect(clock.travelling).toBe(true);
    frame(203.7);
    expect(clock.time).toBe(900);
    expect(clock.travelling).toBe(false);
    // Nothing is left to be drawn.
    frame(16);
    expect(waiting).toEqual([]);
  });

  it("is sent elsewhere on its way, from where it is", () => {
    clock.travel(800, 400, even);
    frame(200);
    expect(clock.time).toBe(400);
    clock.travel(0, 200, even);
    frame(50);
    expect(clock.time).toBe(300);
    frame(200);
    expect(clock.time).toBe(0);
  });

  it("stops travelling when it is played, paused or put somewhere", () => {
    for (const act of [() => clock.play(), () => clock.pause(), () => clock.seek(50)]) {
      clock.pause();
      clock.seek(0);
      clock.travel(800, 400, even);
      frame(100);
      act();
      expect(clock.travelling).toBe(false);
    }
  });

  it("is there at once when that is to take no time, and never before the start", () => {
    clock.travel(600, 0, even);
    frame(1);
    expect(clock.time).toBe(600);
    clock.travel(-50, 100, (p) => 1.2 * p);
    frame(100);
    expect(clock.time).toBe(0);
  });

  it("tells what was played since the last frame, loop points apart", () => {
    const played: PlayedStretch[] = [];
    clock.onPlayed((stretches) => played.push(...stretches));
    clock.seek(900);
    clock.play();
    frame(60);
    frame(60);
    expect(played).toEqual([
      { from: 900, to: 960, closed: false, turned: false },
      { from: 960, to: 1000, closed: true, turned: false },
      { from: 0, to: 20, closed: false, turned: false },
    ]);
  });

  it("tells nothing of the time in which the tab was hidden: nothing sounds late", () => {
    const played: PlayedStretch[] = [];
    clock.onPlayed((stretches) => played.push(...stretches));
    clock.play();
    frame(5000);
    expect(played).toEqual([]);
    frame(16);
    expect(played).toHaveLength(1);
  });

  it("goes on when a drawer throws, without it", () => {
    const complaint = jest.spyOn(console, "error").mockImplementation(() => {});
    let drawn = 0;
    clock.onDraw(() => {
      throw new Error("no canvas");
    });
    clock.onDraw(() => drawn++);
    clock.play();
    frame(16);
    frame(16);
    expect(drawn).toBeGreaterThanOrEqual(2);
    expect(complaint).toHaveBeenCalledTimes(1);
    complaint.mockRestore();
  });

  it("tells nothing while it is put somewhere or travels", () => {
    const played: PlayedStretch[] = [];
    clock.onPlayed((stretches) => played.push(...stretches));
    clock.seek(500);
    frame(16);
    clock.travel(100, 50, even);
    frame(60);
    expect(played).toEqual([]);
  });

  it("plays a range alone, and tells it within that", () => {
    const played: PlayedStretch[] = [];
    clock.change({ range: { from: 200, to: 400 } });
    clock.onPlayed((stretches) => played.push(...stretches));
    clock.seek(350);
    clock.play();
    frame(100);
    expect(clock.time).toBe(250);
    expect(played).toEqual([
      { from: 350, to: 400, closed: true, turned: false },
      { from: 200, to: 250, closed: false, turned: false },
    ]);
  });
});
