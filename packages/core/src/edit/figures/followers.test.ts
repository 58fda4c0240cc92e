import { compileStudy } from "../../motion/index.ts";
import type { Follower, Study } from "../../study/index.ts";
import { figure, key, kiosk, tween } from "../../testing/index.ts";
import { addFollower, deleteFollower, followerLoop, rangeOf, setFollower } from "../index.ts";

const study = (): Study =>
  kiosk({
    figures: [figure("buoy", { rest: { y: 100 } }), figure("shadow"), figure("lamp")],
    sequence: [
      tween("bob", 0, "buoy", [
        { channel: "y", keys: [key(0, 100), key(500, 40), key(1000, 100)] },
      ]),
    ],
  });
const fade: Follower = {
  id: "fade",
  figure: "shadow",
  channel: "opacity",
  source: { figure: "buoy", channel: "y" },
  of: "value",
  from: [40, 100],
  to: [0.2, 1],
};
const at = (of: Study, t: number, channel: "opacity" | "scaleX" = "opacity") =>
  compileStudy(of).valueAt(1, channel, t);

describe("a follower", () => {
  it("maps the value it follows from one range into another", () => {
    const { after } = addFollower(study(), fade);
    expect([0, 250, 500].map((t) => at(after, t))).toEqual([
      1,
      expect.closeTo(0.6, 9),
      expect.closeTo(0.2, 9),
    ]);
  });

  it("goes on beyond its ranges, unless it is clamped", () => {
    const narrow = addFollower(study(), { ...fade, from: [60, 80] }).after;
    expect(at(narrow, 0)).toBeCloseTo(1.8, 9);
    const clamped = setFollower(narrow, { id: "fade", set: { clamp: true } }).after;
    expect([0, 500].map((t) => at(clamped, t))).toEqual([1, 0.2]);
  });

  it("lags, and follows speed", () => {
    const late = addFollower(study(), { ...fade, lag: 100 }).after;
    expect(at(late, 350)).toBeCloseTo(0.6, 9);
    const fast = addFollower(study(), {
      ...fade,
      channel: "scaleX",
      of: "speed",
      from: [0, 240],
      to: [1, 2],
    }).after;
    // 60 px in half a second are 120 px a second, whichever way.
    expect([250, 750, 1500].map((t) => at(fast, t, "scaleX"))).toEqual([
      expect.closeTo(1.5, 6),
      expect.closeTo(1.5, 6),
      1,
    ]);
  });

  it("stands still in a freeze, and keeps the stretch of the speed it had", () => {
    const frozen: Study = {
      ...study(),
      sequence: [
        ...study().sequence,
        { type: "freeze", id: "f", name: "f", tether: { to: "start", offset: 250 }, frames: 6 },
      ],
    };
    const fast = {
      ...fade,
      channel: "scaleX" as const,
      of: "speed" as const,
      from: [0, 240] as const,
      to: [1, 2] as const,
      lag: 30,
    };
    const { after } = addFollower(frozen, fast);
    for (const t of [250, 300, 349]) expect(at(after, t, "scaleX")).toBeCloseTo(1.5, 3);
  });

  it("is refused where channels would follow each other in a circle, with their names", () => {
    const one = addFollower(study(), fade).after;
    const back: Follower = {
      ...fade,
      id: "back",
      figure: "buoy",
      channel: "y",
      source: { figure: "shadow", channel: "opacity" },
    };
    expect(followerLoop(one, back)).toEqual(["buoy y", "shadow opacity", "buoy y"]);
    expect(addFollower(one, back).after).toBe(one);
    expect(followerLoop(one, { ...back, source: { figure: "lamp", channel: "x" } })).toEqual([]);
  });

  it("takes the place of another on its channel, and leaves what was driven when it goes", () => {
    const two = addFollower(addFollower(study(), fade).after, { ...fade, id: "again" }).after;
    expect(two.followers.map(({ id }) => id)).toEqual(["again"]);
    expect(deleteFollower(two, { id: "again" }).after.followers).toEqual([]);
  });

  it("knows the range of what it is to follow", () => {
    expect(rangeOf(study(), fade.source, "value")).toEqual([40, 100]);
    expect(rangeOf(study(), fade.source, "speed")).toEqual([0, 120]);
    expect(rangeOf(study(), { figure: "lamp", channel: "x" }, "value")).toEqual([0, 1]);
  });
});
