import { type Curve, compileCurve } from "../curve/index.ts";
import { compileStudy, followerMap } from "../motion/index.ts";
import { checkStudy } from "../shape/index.ts";
import type { Follower, Study } from "../study/index.ts";
import { bezier, liveDemos } from "../testing/index.ts";
import { needle } from "../testing/needle.ts";
import { createLive, studyAlongLever } from "./index.ts";

describe("a study along a lever", () => {
  it.each(
    liveDemos().flatMap(([name, study]) =>
      (study.live?.levers ?? []).map((lever): [string, string, typeof study] => [
        name,
        lever.id,
        study,
      ]),
    ),
  )("shows at each place what follows the lever there: %s, %s", (_, id, study) => {
    const lever = study.live?.levers.find((each) => each.id === id);
    if (!lever) throw new Error(id);
    const along = studyAlongLever(study, id);
    expect(checkStudy(along)).toEqual([]);
    const motion = compileStudy(along);
    // Moved at once: lags and springs are the lever's own.
    const { lag: _lag, spring: _spring, ...bare } = lever;
    const levers = study.live?.levers.map((each) => (each.id === id ? bare : each)) ?? [];
    const still = { ...study, live: { ...study.live, levers } } as typeof study;
    const own = still.followers.filter(
      ({ source, of }) => "lever" in source && source.lever === id && of === "value",
    );
    for (let look = 0; look <= 40; look++) {
      const [low, high] = lever.range;
      const live = createLive({
        ...still,
        live: {
          ...still.live,
          levers: levers.map((each) =>
            each.id === id ? { ...bare, of: { kind: "slider" as const } } : each,
          ),
        },
      } as typeof study);
      live.send(0, { type: "lever", lever: id, value: low + ((high - low) * look) / 40 });
      for (const { figure, channel } of own) {
        const index = motion.figureIndex(figure);
        const shown = motion.valueAt(index, channel, (1000 * look) / 40);
        expect(shown).toBeCloseTo(live.valueAt(motion.slot(index, channel), 1), 6);
      }
    }
  });
});

describe("what leaves along a lever whose follower begins or ends elsewhere than it", () => {
  const ranges: [number, number][] = [
    ...([
      [-1, 2],
      [-0.5, 0.5],
      [0.25, 3],
      [0, 1],
      [0.2, 0.7],
      [-3, -1],
      [2, 3],
      [0.4, 0.4],
    ] as [number, number][]),
    ...([
      [2, -1],
      [0.5, -0.5],
      [1, 0],
      [0.7, 0.2],
    ] as [number, number][]),
  ];
  it.each(ranges.flatMap((from) => [false, true].map((clamp) => [from, clamp] as const)))(
    "shows at twenty places what the follower shows: from %j, clamped %s",
    (from, clamp) => {
      const follower: Follower = {
        ...{ id: "f", figure: "needle", channel: "x", source: { lever: "tide" }, of: "value" },
        ...{ from, to: [0, 300], clamp, curve: bezier(0.3, 1.4, 0.6, 1) },
      };
      const study = needle([], { followers: [follower] });
      const tide = { id: "tide", name: "Tide", of: { kind: "scroll" }, range: [0, 1] } as const;
      const along = studyAlongLever(
        { ...study, live: { ...(study.live as NonNullable<Study["live"]>), levers: [tide] } },
        "tide",
      );
      expect(checkStudy(along)).toEqual([]);
      const motion = compileStudy(along);
      expect(motion.duration).toBe(1000);
      const { value } = followerMap(follower, compileCurve(follower.curve as Curve));
      for (let look = 0; look < 20; look++) {
        const at = (look + 0.5) / 20;
        expect([at, motion.valueAt(0, "x", at * 1000)]).toEqual([at, expect.closeTo(value(at), 6)]);
      }
    },
  );
});
