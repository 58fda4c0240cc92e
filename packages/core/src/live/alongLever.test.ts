import { compileStudy } from "../motion/index.ts";
import { checkStudy } from "../shape/index.ts";
import { liveDemos } from "../testing/index.ts";
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
