import { compileStudy } from "@levitas/core/motion";
import type { Study } from "@levitas/core/study";
import { anyStudy, cases, demoStudies } from "../../packages/core/src/testing/index.ts";
import { momentsIn, offIn, playedIn, soughtIn, stageIn } from "../harness/engineStage.ts";
import { ENGINES, type Engine, openEngine } from "../harness/engines.ts";

/** What leaves, each with the settings that make another thing of it. */
const FORMATS: readonly (readonly [format: string, settings: Record<string, string>])[] = [
  ...(["css", "page", "module", "react", "svg"] as const).map((id) => [id, {}] as const),
  ["svg", { moves: "smil" }],
];
const MOMENTS = 24;
/** Whether something is skewed by nearly a right angle: then it is infinitely long, and so is every rounding. */
function isEndlesslyLong(study: Study): boolean {
  const motion = compileStudy(study);
  const pose = new Float64Array(motion.slotCount);
  return momentsIn(motion, 200).some((time) => {
    motion.at(time, pose);
    return study.figures.some((_, i) => {
      const skew = pose[motion.slot(i, "skew")] as number;
      return Math.abs(Math.cos((skew * Math.PI) / 180)) < 0.1;
    });
  });
}

const random = Array.from({ length: 100 }, (_, i) => i + 1)
  .map((seed): [string, Study] => [`random, seed ${seed}`, anyStudy(seed)])
  .filter(([, study]) => !isEndlesslyLong(study))
  .slice(0, cases(2, 60));

/** A study as seen from very far, without turns about a second axis: SVG has no perspective. */
function flat(study: Study): Study {
  const walk = (items: Study["sequence"]): Study["sequence"] =>
    items.map((item) => {
      if (item.type === "group") return { ...item, items: walk(item.items) };
      if (item.type !== "tween") return item;
      return { ...item, tracks: item.tracks.filter(({ channel }) => channel !== "turnX") };
    });
  const figures = study.figures.map(({ rest: { turnX: _, ...rest }, ...figure }) => ({
    ...{ ...figure, rest },
  }));
  const followers = study.followers.filter(({ channel }) => channel !== "turnX");
  const scene = { ...study.scene, perspective: 1e9 };
  return { ...study, figures, followers, sequence: walk(study.sequence), scene };
}

describe.each(ENGINES)("in %s what leaves moves as it was seen", (name) => {
  let engine: Engine;
  beforeAll(async () => {
    engine = await openEngine(name);
  });
  afterAll(() => engine?.close());

  it.each([...demoStudies(), ...random])(
    "%s: sought, and played past its end",
    async (_, study) => {
      const off: string[] = [];
      for (const [format, settings] of FORMATS) {
        const isSmil = settings.moves === "smil";
        // It counts SMIL's time in whole ms, of every part by itself: a limit that the room says.
        if (isSmil && name === "Firefox") continue;
        const motion = compileStudy(isSmil ? flat(study) : study);
        await stageIn(engine, motion.study, format, settings);
        const times = momentsIn(motion, MOMENTS);
        const words = (how: string, what: string) =>
          `${format}${isSmil ? " by SMIL" : ""}, ${how}: ${what}`;
        const sought = await soughtIn(engine, motion, times);
        off.push(...offIn(sought, name).map((each) => words("sought", each)));
        if (!isSmil || name === "Chromium")
          off.push(
            ...offIn(await playedIn(engine, motion), name).map((each) => words("played", each)),
          );
      }
      expect(off).toEqual([]);
    },
    240_000,
  );
});
