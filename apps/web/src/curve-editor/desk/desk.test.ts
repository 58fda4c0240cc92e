import { jest } from "@jest/globals";
import { type Curve, curveKindOf, type PathCurve } from "@levitas/core/curve";
import { readQuantity } from "@levitas/core/value";
import { parameterText, readParameter, sliderScale } from "../parameterText.ts";
import { snapPlace, tidyPoint } from "../plot/snapPlace.ts";
import { asPath, CurveDesk, type CurveHost, isTangled, soundCurve } from "./desk.ts";

const EASE: Curve = { kind: "cubic-bezier", x1: 0.3, y1: 0, x2: 0.2, y2: 1 };
const at = (x: number, y: number) => ({ x, y });
const TANGLED: PathCurve = {
  kind: "path",
  points: [at(0, 0), at(0.7, 0.4), at(0.4, 0.8), at(1, 1)],
};
const SOUND: PathCurve = { kind: "path", points: [at(0, 0), at(0.4, 0.6), at(1, 1)] };

/** A desk over a place that only remembers. */
function lay(curve: Curve, keepsTangles = false) {
  const kept: Curve[] = [curve];
  /** Draws a frame, and whether one was asked for since. */
  const frame = { draw: () => {}, isWanted: false };
  const host: CurveHost = {
    clock: {
      invalidate: () => {
        frame.isWanted = true;
      },
    } as CurveHost["clock"],
    ...(keepsTangles
      ? {}
      : { hold: (next: Curve) => desk.take(desk.store.getState().curve, next) }),
    progress: () => 0,
    duration: () => 800,
    set: (next) => {
      kept.push(next);
      desk.take(next);
    },
    begin: () => {
      let [active, last] = [true, undefined as Curve | undefined];
      return {
        get active() {
          return active;
        },
        update: (next) => {
          last = next;
        },
        commit: () => {
          if (active && last) host.set(last);
          active = false;
        },
        cancel: () => {
          active = false;
        },
      };
    },
    onFrame: (draw) => {
      frame.draw = draw;
      return () => {};
    },
    describe: () => "",
  };
  const desk: CurveDesk = new CurveDesk(curve, host);
  return { desk, kept, frame };
}

describe("numbers while a curve is dragged", () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  it("come 20 times a second, the last ones in any case, and at once on release", () => {
    const { desk, frame } = lay(EASE);
    const [lines, numbers]: [number[], number[]] = [[], []];
    const height = ({ curve }: { curve: Curve }) => (curve as typeof EASE & { y2: number }).y2;
    desk.onFrame({ name: "line", topics: ["curve"], draw: (now) => lines.push(height(now)) });
    desk.onFrame({
      name: "numbers",
      topics: ["numbers"],
      draw: (now) => numbers.push(height(now)),
    });
    frame.draw();
    jest.advanceTimersByTime(200);
    const drag = desk.begin();
    for (const y2 of [1.1, 1.2, 1.3]) {
      drag.update({ ...EASE, y2 });
      frame.draw();
      jest.advanceTimersByTime(16);
    }
    expect(lines).toEqual([1, 1.1, 1.2, 1.3]);
    expect(numbers).toEqual([1, 1.1]);
    // The pointer rests; nothing else asks for a frame.
    frame.isWanted = false;
    jest.advanceTimersByTime(60);
    expect(frame.isWanted).toBe(true);
    frame.draw();
    expect(numbers).toEqual([1, 1.1, 1.3]);
    drag.update({ ...EASE, y2: 1.4 });
    drag.commit();
    frame.draw();
    expect(numbers.at(-1)).toBe(1.4);
  });
});

describe("a curve on its desk", () => {
  it("is shown as it is dragged, and kept once, on release", () => {
    const { desk, kept } = lay(EASE);
    const drag = desk.begin();
    drag.update({ ...EASE, y2: 1.2 });
    drag.update({ ...EASE, y2: 1.4 });
    expect([desk.shown, desk.current, desk.dragging]).toEqual([{ ...EASE, y2: 1.4 }, EASE, true]);
    drag.commit();
    expect(kept).toEqual([EASE, { ...EASE, y2: 1.4 }]);
    expect([desk.shown, desk.dragging]).toEqual([{ ...EASE, y2: 1.4 }, false]);
  });

  it("goes back when a drag is taken back", () => {
    const { desk, kept } = lay(EASE);
    const drag = desk.begin();
    drag.update({ ...EASE, y2: 3 });
    expect(desk.cancel()).toBe(true);
    drag.update({ ...EASE, y2: 4 });
    drag.commit();
    expect([desk.shown, kept]).toEqual([EASE, [EASE]]);
    expect(desk.cancel()).toBe(false);
  });

  it("keeps a path that runs back as a draft where its place does not take such", () => {
    const { desk, kept } = lay(SOUND);
    desk.set(TANGLED);
    expect([desk.current, kept]).toEqual([TANGLED, [SOUND]]);
    // Something else changed where the curve lives: the draft is not lost.
    desk.take(SOUND);
    expect(desk.current).toBe(TANGLED);
    const drag = desk.begin();
    drag.update({ ...TANGLED, points: [...TANGLED.points] });
    drag.commit();
    expect(kept).toEqual([SOUND]);
    desk.set(soundCurve(TANGLED));
    expect(kept).toHaveLength(2);
    expect(desk.store.getState().draft).toBeNull();
    const room = lay(SOUND, true);
    room.desk.set(TANGLED);
    expect(room.kept).toEqual([SOUND, TANGLED]);
  });

  it("remembers the state before the first change until it is accepted", () => {
    const { desk } = lay(EASE);
    desk.set({ ...EASE, y1: 0.5 });
    desk.set({ ...EASE, y1: 0.9 });
    expect(desk.store.getState().ghost).toBe(EASE);
    desk.accept();
    desk.set(SOUND);
    expect(desk.store.getState().ghost).toEqual({ ...EASE, y1: 0.9 });
    desk.replace(EASE);
    expect(desk.store.getState().ghost).toBeNull();
  });

  it("puts points in the middle of the stretch after one, or of the longest", () => {
    const { desk } = lay(SOUND);
    expect(desk.addPointAfter(0)).toBe(true);
    expect((desk.current as PathCurve).points.map((point) => point.x)).toEqual([0, 0.2, 0.4, 1]);
    expect(desk.points).toEqual([1]);
    desk.addPointAfter(undefined);
    expect((desk.current as PathCurve).points.map((point) => point.x)).toEqual([
      0, 0.2, 0.4, 0.7, 1,
    ]);
    // A curve of another kind becomes a path of its own shape first.
    const other = lay({ kind: "linear" }).desk;
    other.addPoint(0.5);
    expect(other.current).toMatchObject({
      kind: "path",
      points: [at(0, 0), at(0.5, 0.5), at(1, 1)],
    });
    expect(other.addPoint(0.5)).toBe(false);
    other.take(EASE);
    expect(other.points).toEqual([]);
  });

  it("tells tangles from sound curves", () => {
    expect([isTangled(EASE), isTangled(SOUND), isTangled(TANGLED)]).toEqual([false, false, true]);
    expect(soundCurve(SOUND)).toBe(SOUND);
    expect(isTangled(soundCurve(TANGLED))).toBe(false);
    expect(asPath(EASE).points).toHaveLength(2);
  });
});

describe("snapping in the plot", () => {
  const perPixel = { x: 0.002, y: 0.004 };
  const others = [{ x: 0.33, y: 0.71 }];

  it("goes to the target, to other points and to the grid, and says so", () => {
    expect(snapPlace({ x: 0.335, y: 0.99 }, perPixel, others, false)).toEqual({
      x: 0.33,
      y: 1,
      reason: "under the point at 33 %, on the target",
      atX: true,
      atY: true,
    });
    expect(snapPlace({ x: 0.604, y: 0.72 }, perPixel, others, false).reason).toBe(
      "on the grid, level with the point at 33 %",
    );
    expect(snapPlace({ x: 0.625, y: 0.325 }, perPixel, others, false)).toMatchObject({
      x: 0.625,
      y: 0.325,
      reason: "",
    });
  });

  it("is suspended on request", () => {
    expect(snapPlace({ x: 0.331, y: 0.999 }, perPixel, others, true)).toMatchObject({
      x: 0.331,
      y: 0.999,
    });
  });

  it("leaves no digits that nobody meant", () => {
    expect(
      tidyPoint({ x: 0.30000000000000004, y: 1, in: { x: 0.1 + 0.2, y: 0.7000000001 } }),
    ).toEqual({
      x: 0.3,
      y: 1,
      in: { x: 0.3, y: 0.7 },
    });
  });
});

describe("numbers of a curve", () => {
  const parameter = (kind: string, name: string) => {
    const found = curveKindOf({ kind } as Curve).parameters.find((each) => each.name === name);
    if (!found) throw new Error(name);
    return found;
  };

  it("are said and read in percent, ms and plainly", () => {
    const overshoot = parameter("back", "overshoot");
    expect(parameterText(overshoot, 0.125)).toBe("13%");
    expect(readParameter(overshoot, "12", readQuantity)).toEqual({ ok: true, value: 0.12 });
    expect(readParameter(overshoot, "12%", readQuantity)).toEqual({ ok: true, value: 0.12 });
    const settle = parameter("spring-feel", "settle");
    expect(parameterText(settle, 640)).toBe("640 ms");
    expect(readParameter(settle, "0.6s", readQuantity)).toEqual({ ok: true, value: 600 });
    expect(readParameter(settle, "soon", readQuantity).ok).toBe(false);
  });

  it("lie on a slider evenly, wide ranges by ratio, endless ones not at all", () => {
    for (const [kind, name, value] of [
      ["back", "overshoot", 0.25],
      ["spring", "stiffness", 170],
      ["spring-feel", "settle", 600],
    ] as const) {
      const scale = sliderScale(parameter(kind, name));
      const share = scale?.toShare(value) ?? -1;
      expect(share > 0 && share < 1).toBe(true);
      expect(scale?.toValue(share)).toBeCloseTo(value, 6);
    }
    expect(sliderScale(parameter("spring", "stiffness"))?.toShare(170)).toBeGreaterThan(0.4);
    expect(sliderScale(parameter("cubic-bezier", "y1"))).toBeUndefined();
  });
});
