import type { Track } from "../../study/index.ts";
import { figure, key, kiosk, tween } from "../../testing/index.ts";
import { compileStudy } from "../index.ts";
import { stillTime } from "./stillTime.ts";

const still = (tracks: readonly Track[]): number =>
  stillTime(
    compileStudy(
      kiosk({
        figures: [figure("pass", { rest: { x: 100, y: 100, width: 80, height: 50 } })],
        sequence: tracks.length > 0 ? [tween("move", 0, "pass", tracks)] : [],
      }),
    ),
  );

describe("the time of a still picture", () => {
  it("is the end, where everything has arrived", () => {
    expect(still([{ channel: "x", keys: [key(0, -100), key(1000, 200)] }])).toBe(1000);
    expect(still([{ channel: "opacity", keys: [key(0, 0), key(1000, 1)] }])).toBe(1000);
  });

  it.each<[string, Track[], number, number]>([
    ["fades out", [{ channel: "opacity", keys: [key(0, 1), key(1000, 0)] }], 300, 450],
    ["leaves the scene", [{ channel: "x", keys: [key(0, 100), key(1000, 2000)] }], 150, 400],
    [
      "shrinks to a point",
      [
        { channel: "scaleX", keys: [key(0, 1), key(1000, 0)] },
        { channel: "scaleY", keys: [key(0, 1), key(1000, 0)] },
      ],
      500,
      900,
    ],
    ["is hidden at the end", [{ channel: "visible", keys: [key(0, 1), key(1000, 0)] }], 900, 999],
  ])("is before what moves %s", (_, tracks, from, to) => {
    const time = still(tracks);
    expect(time).toBeGreaterThan(from);
    expect(time).toBeLessThan(to);
  });

  it("is the end of what never shows, and of what does not move", () => {
    expect(still([{ channel: "opacity", keys: [key(0, 0), key(1000, 0)] }])).toBe(1000);
    expect(still([])).toBe(0);
  });
});
