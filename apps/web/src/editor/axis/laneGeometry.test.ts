import type { Curve } from "@levitas/core/curve";
import { handleAt, handlesOf, snapHandle, withHandle } from "../../curve-editor/desk/handles.ts";
import { PlotView } from "../../curve-editor/desk/plotView.ts";
import { numberLabel } from "../../ui/numberLabel.ts";
import { linePath, rulerStepFrames, rulerStepMs, valueRange } from "../axis/laneGeometry.ts";
import { snapTime } from "../geometry/snapTime.ts";
import { TimelineView } from "../session/timelineView.ts";
import { bothTimes } from "../words/labels.ts";

describe("the timeline's view", () => {
  it("keeps the time under the pointer where it is while it zooms", () => {
    const view = new TimelineView();
    view.fit(0, 2000);
    for (const x of [100, 300, 555]) {
      const time = view.toTime(x);
      view.zoomAt(x, 1.7);
      expect(view.toX(time)).toBeCloseTo(x, 6);
    }
  });

  it("shows all of what it is fitted to, and never much before 0", () => {
    const view = new TimelineView();
    view.resize(500);
    view.fit(0, 1800);
    expect(view.toX(0)).toBeGreaterThan(0);
    expect(view.toX(1800)).toBeLessThan(500);
    view.panBy(10_000);
    expect(view.toX(0)).toBeLessThanOrEqual(61);
  });
});

describe("the ruler", () => {
  it.each([0.003, 0.02, 0.11, 0.31, 1, 7])(
    "has round marks far enough apart at %d px per ms",
    (scale) => {
      const { major, parts } = rulerStepMs(scale);
      expect(major * scale).toBeGreaterThanOrEqual(64);
      // The marks between are round as well: 0.2, 0.5, 5, 20, ...
      expect(String(major / parts)).toMatch(/^(0\.)?(1|2|25|5)0*$/);
      expect(String(major)).toMatch(/^(1|2|25|5)0*$/);
    },
  );

  it("counts whole frames when it counts frames", () => {
    for (const width of [0.02, 0.5, 3, 12, 80]) {
      const { major, parts } = rulerStepFrames(width);
      expect(Number.isInteger(major / parts)).toBe(true);
    }
  });
});

describe("lanes", () => {
  it("draw greater values higher, and a flat track in the middle", () => {
    const view = { toX: (t: number) => t };
    expect(
      linePath(Float64Array.of(0, 0, 10, 1), view, valueRange(Float64Array.of(0, 0, 10, 1))),
    ).toBe("M0.00 24.00L10.00 8.00");
    const flat = Float64Array.of(0, 5, 10, 5);
    expect(linePath(flat, view, valueRange(flat))).toBe("M0.00 16.00L10.00 16.00");
  });
});

describe("snapping in time", () => {
  const at = { scale: 0.2, frameRate: 60, free: false };
  it("takes the nearest key within reach before a frame, and nothing when free", () => {
    expect(snapTime(512, [500, 530], at)).toEqual({ time: 500, to: "at a key" });
    expect(snapTime(560, [500], at).time).toBeCloseTo(566.667, 2);
    expect(snapTime(512.34, [500], { ...at, free: true })).toEqual({ time: 512.34, to: "" });
  });
});

describe("the plot", () => {
  it("turns screen into curve and back", () => {
    const view = new PlotView();
    view.fit(-0.4, 1.9);
    for (const [p, v] of [
      [0, 0],
      [0.3, 1.4],
      [1, -0.4],
    ] as const) {
      expect(view.fromX(view.toX(p))).toBeCloseTo(p, 9);
      expect(view.fromY(view.toY(v))).toBeCloseTo(v, 9);
    }
    expect(view.toY(1.9)).toBeGreaterThan(0);
    expect(view.toY(-0.4)).toBeLessThan(view.height);
  });

  it("zooms only the axes asked for, about the pointer", () => {
    const view = new PlotView();
    const [p, v] = [view.fromX(120), view.fromY(90)];
    view.zoomAt(120, 90, 2, { time: true, value: false });
    expect(view.fromX(120)).toBeCloseTo(p, 9);
    expect([view.x1 - view.x0, view.fromY(90)]).toEqual([
      expect.closeTo(0.5, 9),
      expect.closeTo(v, 9),
    ]);
    expect(view.fitted).toBe(false);
  });

  it("only widens to include what is dragged out of it", () => {
    const view = new PlotView();
    const before = [view.y0, view.y1];
    view.include(0.5);
    expect([view.y0, view.y1]).toEqual(before);
    view.include(3);
    expect(view.y1).toBeGreaterThan(3);
    expect(view.y0).toBe(before[0]);
  });
});

describe("handles", () => {
  it("stand on a line at its thirds, and where its keyword has them", () => {
    expect(handlesOf({ kind: "linear" })).toMatchObject({ x1: 1 / 3, y2: 2 / 3 });
    expect(handlesOf({ kind: "keyword", name: "ease" })).toMatchObject({ x1: 0.25, y1: 0.1 });
    const steps: Curve = { kind: "steps", count: 3, position: "jump-end" };
    expect(handlesOf(steps)).toBeUndefined();
  });

  it("are clamped in time and free in value", () => {
    const curve = handlesOf({ kind: "linear" });
    if (!curve) throw new Error("a line has handles");
    expect(handleAt(withHandle(curve, 2, { x: 1.4, y: -2.12345 }), 2)).toEqual({ x: 1, y: -2.123 });
  });

  it("snap to start and target and say so, unless free", () => {
    const unit = { x: 0.004, y: 0.006 };
    expect(snapHandle({ x: 0.02, y: 1.03 }, unit, false)).toEqual({
      x: 0,
      y: 1,
      to: "on the target",
    });
    expect(snapHandle({ x: 0.02, y: 1.03 }, unit, true)).toEqual({ x: 0.02, y: 1.03, to: "" });
  });
});

describe("labels", () => {
  it("have a true minus and never a negative zero", () => {
    expect([numberLabel(-1.25, 1), numberLabel(-0.001, 2)]).toEqual(["−1.3", "0.00"]);
    expect(bothTimes(1000, 24)).toBe("1000 ms, frame 24");
  });
});
