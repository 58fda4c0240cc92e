import { bezier, key, kiosk, tween } from "../../testing/index.ts";
import {
  backwardPolyline,
  compileStudy,
  type Layer,
  layerColorAt,
  layerColors,
  layerPolyline,
} from "../index.ts";

const layerOf = (tracks: Parameters<typeof tween>[3]): Layer => {
  const layer = compileStudy(kiosk({ sequence: [tween("t", 100, "pass", tracks)] })).driven[0]
    ?.layers[0];
  if (!layer) throw new Error("nothing is driven");
  return layer;
};
const pairs = (points: Float64Array) =>
  Array.from({ length: points.length / 2 }, (_, i) => [points[2 * i], points[2 * i + 1]]);

describe("a layer drawn", () => {
  it("has corners where steps jump and ends where lines end", () => {
    const layer = layerOf([
      {
        channel: "x",
        keys: [
          key(0, 0, { kind: "steps", count: 2, position: "jump-end" }),
          key(100, 10),
          key(300, 0),
        ],
      },
    ]);
    expect(pairs(layerPolyline(layer, 9))).toEqual([
      [100, 0],
      [100, 0],
      [150, 0],
      [150, 5],
      [200, 5],
      [200, 10],
      [200, 10],
      [400, 0],
    ]);
  });

  it("lies on the motion", () => {
    const tracks = [
      { channel: "x" as const, keys: [key(0, 3, bezier(0.2, 1.5, 0.4, -1)), key(500, 80)] },
    ];
    const motion = compileStudy(kiosk({ sequence: [tween("t", 100, "pass", tracks)] }));
    for (const [t = 0, value = 0] of pairs(layerPolyline(layerOf(tracks), 16)))
      expect(value).toBeCloseTo(motion.valueAt(0, "x", t), 9);
  });

  it("is mirrored where it is played backwards, and then lies on the motion", () => {
    const curve = bezier(0.2, 1.5, 0.4, -1);
    for (const [direction, clip] of [
      ["reverse", undefined],
      ["alternate-reverse", undefined],
      ["reverse", { from: 80, to: 420 }],
    ] as const) {
      const sequence = [
        tween("t", 100, "pass", [{ channel: "x", keys: [key(0, 3, curve), key(500, 80)] }], {
          ...{ direction, iterations: 2 },
          ...(clip ? { clip } : {}),
        }),
      ];
      const motion = compileStudy(kiosk({ sequence }));
      const layer = motion.drivenAt(0, "x")?.layers[0] as Layer;
      const line = backwardPolyline(layer, layerPolyline(layer, 16)) ?? new Float64Array();
      expect(line.length).toBeGreaterThan(20);
      // At its very ends another iteration begins, or none is there.
      for (const [t = 0, value = 0] of pairs(line).slice(1, -1))
        expect(value).toBeCloseTo(motion.valueAt(0, "x", t), 6);
    }
    const forwards = layerOf([{ channel: "x", keys: [key(0, 3, curve), key(500, 80)] }]);
    expect(backwardPolyline(forwards, layerPolyline(forwards, 16))).toBeUndefined();
  });

  it("shows its colors from first to last", () => {
    const layer = layerOf([{ channel: "color", keys: [key(0, "#1B6B5A"), key(100, "#D98A12")] }]);
    const colors = layerColors(layer, 5);
    expect([colors[0], colors[4]]).toEqual(["#1B6B5A", "#D98A12"]);
    expect(colors[2]).toBe(layerColorAt(layer, 150));
  });
});
