import { compileStudy } from "@levitas/core/motion";
import { emptyStudy, type Study } from "@levitas/core/study";
import { snapLines, snapPlaces } from "../geometry/snapPlaces.ts";
import { onionTimes } from "../onion/onion.ts";
import { Camera } from "../session/camera.ts";
import { axisTicks, GRAPH, GraphView } from "../session/graphView.ts";

describe("the camera over the scene", () => {
  const camera = () => {
    const made = new Camera();
    made.resize(500, 300, { width: 640, height: 400 });
    return made;
  };

  it("fits the whole scene until it is moved, and again when asked", () => {
    const view = camera();
    expect([view.scale, view.left, view.top]).toEqual([0.75, 10, 0]);
    view.panBy(30, -10);
    view.resize(700, 300, { width: 640, height: 400 });
    expect([view.left, view.top]).toEqual([40, -10]);
    view.fit();
    expect(view.left).toBe(110);
  });

  it("zooms so that what is under the pointer stays there, within limits", () => {
    const view = camera();
    const before = view.toScene(120, 80);
    view.zoomAt(120, 80, 2.5);
    expect(view.toScene(120, 80).x).toBeCloseTo(before.x, 9);
    expect(view.toScene(120, 80).y).toBeCloseTo(before.y, 9);
    view.zoomAt(0, 0, 1e9);
    expect(view.scale).toBe(16);
  });

  it("brings a box into view", () => {
    const view = camera();
    view.show({ left: 1000, top: 1000, right: 1100, bottom: 1050 });
    const [a, b] = [view.toScene(0, 0), view.toScene(500, 300)];
    expect(a.x).toBeLessThan(1000);
    expect(b.x).toBeGreaterThan(1100);
    expect(a.y).toBeLessThan(1000);
    expect(b.y).toBeGreaterThan(1050);
  });
});

describe("what a dragged figure snaps to", () => {
  const scene = { ...emptyStudy("Pier").scene, guides: [{ axis: "x" as const, at: 200 }] };

  it("is the nearest of edges, middle and guides within reach", () => {
    const lines = snapLines(scene, "x");
    expect(lines.map(({ at }) => at)).toEqual([0, 320, 640, 200]);
    const options = { reach: 6, grid: 0 };
    // Left, middle and right of a box: its right side is 3 px short of the guide.
    expect(snapPlaces([97, 147, 197], lines, options)).toMatchObject({
      by: 3,
      line: { to: "guide" },
    });
    expect(snapPlaces([90, 140, 190], lines, options)).toEqual({ by: 0, line: null });
  });

  it("is the grid where no line is near", () => {
    const found = snapPlaces([90, 140, 190], snapLines(scene, "x"), { reach: 6, grid: 16 });
    expect(found).toMatchObject({ by: 6, line: { at: 96, to: "grid" } });
  });
});

describe("the values a graph shows", () => {
  it("fit with room, also where all are alike", () => {
    const view = new GraphView();
    view.fit(-50, 150);
    expect(view.toY(150)).toBeGreaterThan(GRAPH.top);
    expect(view.toY(-50)).toBeLessThan(GRAPH.bottom);
    expect(view.fromY(view.toY(37))).toBeCloseTo(37, 9);
    view.fit(4, 4);
    expect(view.max - view.min).toBeGreaterThan(0);
  });

  it("zoom about the pointer and pan with it", () => {
    const view = new GraphView();
    view.fit(0, 100);
    const at = view.fromY(60);
    view.zoomAt(60, 3);
    expect(view.fromY(60)).toBeCloseTo(at, 9);
    view.panBy(10);
    expect(view.fromY(70)).toBeCloseTo(at, 9);
    expect(view.fitted).toBe(false);
  });

  it("have an axis of few round numbers", () => {
    expect(axisTicks(-90, 200, 4)).toEqual([0, 100, 200]);
    expect(axisTicks(0.2, 1.3, 4)).toEqual([0.5, 1]);
    expect(axisTicks(5, 5, 4)).toEqual([]);
  });
});

describe("the onion skin", () => {
  const key = (id: string, time: number) => ({ id, time, value: time });
  const study: Study = {
    ...emptyStudy("Buoy"),
    figures: [
      {
        id: "buoy",
        name: "Buoy",
        kind: "ball",
        parent: null,
        pivot: { x: 0.5, y: 0.5 },
        hue: "brick",
        rest: {},
        look: {},
      },
    ],
    sequence: [
      {
        type: "tween",
        id: "bob",
        name: "bob",
        tether: { to: "start", offset: 100 },
        figures: ["buoy"],
        tracks: [{ channel: "y", keys: [key("a", 0), key("b", 400), key("c", 900)] }],
      },
    ],
  };
  const motion = compileStudy(study);
  const skin = { before: 2, after: 1, look: "outlines", step: 6 } as const;

  it("is taken at frames around the playhead, none before the start", () => {
    const { past, coming } = onionTimes(motion, 0, 150, { ...skin, at: "frames" });
    expect(past.map(Math.round)).toEqual([50]);
    expect(coming.map(Math.round)).toEqual([250]);
  });

  it("or at keys, the nearest first", () => {
    const at = (time: number) => onionTimes(motion, 0, time, { ...skin, at: "keys" });
    expect(at(1000)).toEqual({ past: [500, 100], coming: [] });
    expect(at(200)).toEqual({ past: [100], coming: [500] });
  });
});
