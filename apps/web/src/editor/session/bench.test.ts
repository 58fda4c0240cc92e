import { jest } from "@jest/globals";
import type { Curve } from "@levitas/core/curve";
import { deleteFigure, moveKey, renameStudy, reshapeSpan, setKeyValue } from "@levitas/core/edit";
import { findKey, firstStudy, type Study } from "@levitas/core/study";
import { Bench, type Frame } from "./bench.ts";

/** Stands in for the screen: frames come when the test says so, at a time it says. */
class Screen {
  private waiting: FrameRequestCallback[] = [];
  now = 1000;

  install(): void {
    globalThis.requestAnimationFrame = (callback) => this.waiting.push(callback);
    globalThis.cancelAnimationFrame = () => {
      this.waiting = [];
    };
    jest.spyOn(performance, "now").mockImplementation(() => this.now);
  }

  /** Draws a frame some ms later; answers whether anything wanted to be drawn. */
  frame(later = 16): boolean {
    this.now += later;
    const due = this.waiting;
    this.waiting = [];
    for (const callback of due) callback(this.now);
    return due.length > 0;
  }
}

describe("the bench", () => {
  let screen: Screen;
  let bench: Bench;
  let study: Study;
  let frames: { time: number; x: number }[];
  const keyOf = (index: number) => {
    const [item] = study.sequence;
    return item?.type === "tween" ? (item.tracks[0]?.keys[index]?.id ?? "") : "";
  };
  const keyValue = (from: Study, id: string) => findKey(from, id)?.key.value;

  beforeEach(() => {
    screen = new Screen();
    screen.install();
    let n = 0;
    study = firstStudy("Buoy", () => `id-${n++}`);
    bench = new Bench(study);
    frames = [];
    bench.onFrame({
      name: "The test",
      topics: ["time", "motion"],
      draw: ({ time, motion, poses }: Frame) => {
        frames.push({ time, x: poses[motion.slot(0, "x")] as number });
      },
    });
    screen.frame();
  });
  afterEach(() => {
    bench.dispose();
    jest.restoreAllMocks();
  });

  it("begins with the first span of what moves", () => {
    expect(bench.selection).toEqual({ figure: "id-0", channel: "x", span: keyOf(0), keys: [] });
  });

  it("draws only while something changes", () => {
    expect(screen.frame()).toBe(false);
    bench.clock.seek(800);
    expect(screen.frame()).toBe(true);
    expect(frames.at(-1)).toEqual({ time: 800, x: 288 });
    expect(screen.frame()).toBe(false);
  });

  it("plays by the time that passed, however many frames that took", () => {
    bench.clock.play();
    for (let i = 0; i < 5; i++) screen.frame(100);
    expect(bench.clock.time).toBeCloseTo(500, 6);
    screen.frame(300);
    expect(bench.clock.time).toBeCloseTo(800, 6);
    bench.clock.pause();
    screen.frame(500);
    expect(bench.clock.time).toBeCloseTo(800, 6);
  });

  it("shows the frame last begun at an emulated rate while the time goes on", () => {
    bench.clock.change({ emulate: 10 });
    bench.clock.play();
    screen.frame(250);
    expect([bench.clock.time, frames.at(-1)?.time]).toEqual([250, 200]);
    bench.clock.pause();
    screen.frame();
    expect(frames.at(-1)?.time).toBe(250);
  });

  it("stops on the end when it plays once, tells of it, and begins anew", () => {
    const told = jest.fn();
    bench.clock.change({ mode: "once" });
    bench.clock.onChange(told);
    bench.clock.play();
    screen.frame(5000);
    expect([bench.clock.time, bench.clock.playing]).toEqual([1400, false]);
    expect(told).toHaveBeenCalledTimes(2);
    bench.clock.play();
    expect(bench.clock.time).toBe(0);
  });

  it("keeps what is dragged out of the document until it is released, as one entry", () => {
    const gesture = bench.begin();
    for (const value of [500, 520, 540])
      gesture.update((from) => setKeyValue(from, { keyId: keyOf(1), value }));
    expect(bench.shown).toBe(study);
    screen.frame();
    expect([keyValue(bench.shown, keyOf(1)), keyValue(bench.study, keyOf(1))]).toEqual([540, 496]);
    gesture.update((from) => setKeyValue(from, { keyId: keyOf(1), value: 600 }));
    gesture.commit();
    expect(keyValue(bench.study, keyOf(1))).toBe(600);
    expect(bench.store.getState().history.past).toHaveLength(1);
    bench.undo();
    expect(bench.study).toEqual(study);
  });

  it("takes a cancelled drag back whole, and hears no more of it", () => {
    const gesture = bench.begin();
    gesture.update((from) => setKeyValue(from, { keyId: keyOf(1), value: 5 }));
    screen.frame();
    expect(bench.cancelGesture()).toBe(true);
    gesture.update((from) => setKeyValue(from, { keyId: keyOf(1), value: 6 }));
    gesture.commit();
    screen.frame();
    expect([bench.shown, bench.canUndo(), bench.cancelGesture()]).toEqual([study, false, false]);
  });

  it("ends a drag before anything else is done", () => {
    bench.begin().update((from) => setKeyValue(from, { keyId: keyOf(1), value: 5 }));
    bench.perform(renameStudy, { name: "Never" });
    expect(keyValue(bench.study, keyOf(1))).toBe(5);
    const gesture = bench.begin();
    gesture.update((from) => setKeyValue(from, { keyId: keyOf(1), value: 7 }));
    bench.undo();
    expect(gesture.active).toBe(false);
    expect(keyValue(bench.study, keyOf(1))).toBe(5);
  });

  it("compiles what is shown, also the length of what is dragged", () => {
    const gesture = bench.begin();
    gesture.update((from) => moveKey(from, { keyId: keyOf(1), time: 3000 }));
    screen.frame();
    expect(bench.clock.duration).toBe(3000);
    gesture.cancel();
    screen.frame();
    expect(bench.clock.duration).toBe(1400);
  });

  it("restores what was selected, and never selects what is gone", () => {
    bench.select({ keys: [keyOf(1)] });
    bench.perform(deleteFigure, { figureId: "id-0" });
    expect(bench.selection).toEqual({ figure: null, channel: null, span: null, keys: [] });
    bench.undo();
    expect(bench.selection).toMatchObject({ figure: "id-0", keys: [keyOf(1)] });
    bench.redo();
    expect(bench.selection.figure).toBeNull();
  });

  it("keeps redo when only the selection changes", () => {
    bench.perform(renameStudy, { name: "Bell buoy" });
    bench.undo();
    bench.select({ keys: [keyOf(0)] });
    expect(bench.canRedo()).toBe(true);
  });

  it("holds a path that runs back through other work, and takes it back as a step", () => {
    const keyId = keyOf(0);
    const back = (x: number): Curve => ({
      ...{
        kind: "path",
        points: [
          { x: 0, y: 0 },
          { x, y: 0.4 },
          { x: 0.2, y: 0.8 },
          { x: 1, y: 1 },
        ],
      },
    });
    bench.select({ span: keyId });
    bench.desk.set(back(0.7));
    bench.desk.set(back(0.8));
    expect([bench.desk.current, bench.study]).toEqual([back(0.8), study]);
    // Other work, on another span: the path is there when one comes back.
    bench.select({ span: null });
    bench.perform(renameStudy, { name: "Bell buoy" });
    bench.select({ span: keyId });
    expect(bench.desk.current).toEqual(back(0.8));
    bench.undo();
    bench.undo();
    expect(bench.desk.current).toEqual(back(0.7));
    bench.redo();
    expect(bench.desk.current).toEqual(back(0.8));
    // The curve that the study keeps is changed otherwise: the path goes, and undo brings it back.
    bench.perform(reshapeSpan, { keyId, curve: { kind: "linear" } });
    expect(bench.desk.current).toEqual({ kind: "linear" });
    bench.undo();
    expect(bench.desk.current).toEqual(back(0.8));
    bench.undo();
    bench.undo();
    expect([bench.desk.shown, bench.canUndo()]).toEqual([bench.desk.store.getState().curve, false]);
  });

  it("has a linear twin that knows no easing", () => {
    const [item] = study.sequence;
    if (item?.type !== "tween") throw new Error("the first study has a tween");
    const eased = { kind: "steps" as const, count: 1, position: "jump-end" as const };
    const [track] = item.tracks;
    const [key, ...rest] = track?.keys ?? [];
    if (!track || !key) throw new Error("and a key");
    const stepped: Study = {
      ...study,
      sequence: [{ ...item, tracks: [{ ...track, keys: [{ ...key, curve: eased }, ...rest] }] }],
    };
    const other = new Bench(stepped);
    expect([other.motion.valueAt(0, "x", 800), other.twin.valueAt(0, "x", 800)]).toEqual([80, 288]);
    expect(other.twin).toBe(other.twin);
    other.dispose();
  });
});
