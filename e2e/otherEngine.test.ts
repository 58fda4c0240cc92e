import { compileStudy } from "@levitas/core/motion";
import type { Study } from "@levitas/core/study";
import { anyStudy, demoStudies } from "../packages/core/src/testing/index.ts";
import { momentsIn, offIn, playedIn, soughtIn, stageIn } from "./harness/engineStage.ts";
import { type Engine, openEngine } from "./harness/engines.ts";
import { SMALLEST } from "./harness/smallest.ts";

const demos = demoStudies();
const studies: [string, Study][] = [
  ...demos.filter(([name]) =>
    ["Boarding pass drops", "Pass turns over", "Lanes and tide"].includes(name),
  ),
  ...SMALLEST.filter(([name]) => /hides|shake, and/.test(name)).map(
    ([name, study]): [string, Study] => [name, study],
  ),
  ...[7].map((seed): [string, Study] => [`random, seed ${seed}`, anyStudy(seed)]),
];

// A small part of the matrix of `npm run test:all`, where Firefox is installed.
(process.env.FIREFOX ? describe : describe.skip)(
  "in Firefox what leaves moves as it was seen",
  () => {
    let engine: Engine;
    beforeAll(async () => {
      engine = await openEngine("Firefox");
    });
    afterAll(() => engine?.close());

    it.each(
      studies.flatMap(([name, study]) =>
        ["css", "module"].map((format): [string, string, Study] => [format, name, study]),
      ),
    )("as %s, sought and played: %s", async (format, _, study) => {
      const motion = compileStudy(study);
      await stageIn(engine, study, format);
      expect(offIn(await soughtIn(engine, motion, momentsIn(motion, 12)))).toEqual([]);
      expect(offIn(await playedIn(engine, motion))).toEqual([]);
    });
  },
);
