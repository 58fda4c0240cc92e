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
const random = Array.from({ length: cases(2, 60) }, (_, i): [string, Study] => [
  `random, seed ${i + 1}`,
  anyStudy(i + 1),
]);

/** A study without turns about two axes, which SVG has not. */
const flat = (study: Study): Study => ({
  ...study,
  scene: { ...study.scene, perspective: 1e9 },
});

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
        const motion = compileStudy(isSmil ? flat(study) : study);
        await stageIn(engine, motion.study, format, settings);
        // SMIL's clock counts whole ms in Firefox.
        const times = momentsIn(motion, MOMENTS).map((time) => (isSmil ? Math.round(time) : time));
        const words = (how: string, what: string) =>
          `${format}${isSmil ? " by SMIL" : ""}, ${how}: ${what}`;
        off.push(
          ...offIn(await soughtIn(engine, motion, times)).map((each) => words("sought", each)),
        );
        if (!isSmil || name === "Chromium")
          off.push(...offIn(await playedIn(engine, motion)).map((each) => words("played", each)));
      }
      expect(off).toEqual([]);
    },
    240_000,
  );
});
