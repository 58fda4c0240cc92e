import type { Curve } from "../../curve/index.ts";
import { readCurve } from "../../reading/index.ts";
import { bezier, key, kiosk, tween } from "../../testing/index.ts";
import { compileStudy, greatestSpeed, readChannel, stretchSpeeds } from "../index.ts";

const CURVES: readonly Curve[] = [
  bezier(0.3, 1.6, 0.6, 1),
  bezier(0.42, 0, 0.58, 1),
  { kind: "spring-feel", overshoot: 0.12, settle: 500 },
  { kind: "spring-feel", overshoot: 0, settle: 500 },
  { kind: "sine", direction: "in-out" } as unknown as Curve,
  { kind: "elastic", direction: "out", swings: 3, decay: 10 } as unknown as Curve,
];

describe("one quantity of a channel", () => {
  it.each(CURVES.map((curve) => [JSON.stringify(curve), curve] as const))(
    "has one number, wherever it is read: %s",
    (_, curve) => {
      const [way, duration] = [320, 900];
      const motion = compileStudy(
        kiosk({
          sequence: [
            tween("t", 200, "pass", [{ channel: "x", keys: [key(0, 40, curve), key(900, 360)] }]),
          ],
        }),
      );
      const read = readChannel(motion, 0, "x", { from: 200, to: 1100 });
      const layers = motion.drivenAt(0, "x")?.layers ?? [];
      const graph = greatestSpeed(layers, stretchSpeeds(layers, 36));
      const exact = readCurve(curve);
      const speed = (exact.peakSpeed * way) / (duration / 1000);
      expect(read?.peakSpeed).toBeCloseTo(speed, 1);
      expect(graph).toBeCloseTo(speed, 1);
      expect(read?.settle).toBeCloseTo((exact.settle ?? 0) * duration, 1);
    },
  );
});
