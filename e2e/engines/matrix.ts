import { compileStudy, type Motion } from "@levitas/core/motion";
import type { Study } from "@levitas/core/study";
import { REDUCED_WAYS } from "../../packages/core/src/format/css/cssChoices.ts";
import {
  anyStudy,
  cases,
  demoStudies,
  isEndlesslyLong,
} from "../../packages/core/src/testing/index.ts";
import { momentsIn, offIn, playedIn, soughtIn, stageIn } from "../harness/engineStage.ts";
import { ENGINES, type Engine, type EngineName, openEngine } from "../harness/engines.ts";
import { reducedMotion } from "../harness/reducedMotion.ts";

/** What leaves as code and knows whether somebody prefers reduced motion. */
const CODE = ["css", "page", "module", "react", "svg"] as const;
const MOMENTS = 24;

const random = Array.from({ length: 100 }, (_, i) => i + 1)
  .map((seed): [string, Study] => [`random, seed ${seed}`, anyStudy(seed)])
  .filter(([, study]) => !isEndlesslyLong(study))
  .slice(0, cases(2, 60));

/** Those of them that an engine is shown: WebKit, without a graphics card, draws what is large a few times a second. */
const randomIn = (name: EngineName) => (name === "WebKit" ? random.slice(0, 20) : random);

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

/** What stands on an engine's page, as far off as it is at the worst, sought and played past its end. */
async function off(
  engine: Engine,
  motion: Motion,
  {
    isPlayed,
    moments = MOMENTS,
    longest,
  }: { isPlayed: boolean; moments?: number; longest?: number },
): Promise<string[]> {
  const sought = offIn(await soughtIn(engine, motion, momentsIn(motion, moments)), engine.name);
  const played = isPlayed ? offIn(await playedIn(engine, motion, longest), engine.name) : [];
  return [...sought.map((each) => `sought: ${each}`), ...played.map((each) => `played: ${each}`)];
}

/**
 * Tests that what leaves moves in an engine as it was seen: the demo studies and random ones of every feature, in every
 * format of code. Each engine has a suite for this and one for `reducedMatrixIn`, so that several run at once.
 */
export function matrixIn(name: EngineName): void {
  const isThere = ENGINES.includes(name) ? describe : describe.skip;
  isThere(`in ${name} what leaves moves as it was seen`, () => {
    let engine: Engine;
    beforeAll(async () => {
      engine = await openEngine(name);
    });
    afterAll(() => engine?.close());

    it.each([...demoStudies(), ...randomIn(name)])(
      "%s: sought, and played past its end",
      async (_, study) => {
        const found: string[] = [];
        for (const format of CODE) {
          await stageIn(engine, study, format);
          const all = await off(engine, compileStudy(study), { isPlayed: true });
          found.push(...all.map((each) => `${format}, ${each}`));
        }
        expect(found).toEqual([]);
      },
      240_000,
    );

    // Firefox counts SMIL's time in whole ms, of every part by itself: a limit that the room says.
    const smil = name === "Firefox" ? it.skip : it;
    smil.each([...demoStudies(), ...randomIn(name)])(
      "%s: as SVG that moves by SMIL",
      async (_, study) => {
        const motion = compileStudy(flat(study));
        await stageIn(engine, motion.study, "svg", { moves: "smil" });
        expect(await off(engine, motion, { isPlayed: name === "Chromium" })).toEqual([]);
      },
    );
  });
}

/** Tests the same, as it is for people who prefer reduced motion, in each way that a hand-off can be told. */
export function reducedMatrixIn(name: EngineName): void {
  const isThere = ENGINES.includes(name) ? describe : describe.skip;
  isThere(`in ${name}, for people who prefer reduced motion, what leaves is as was chosen`, () => {
    let engine: Engine;
    beforeAll(async () => {
      engine = await openEngine(name, true);
    });
    afterAll(() => engine?.close());

    // WebKit shows the demo studies.
    it.each([...demoStudies(), ...(name === "WebKit" ? [] : random)])(
      "%s: in each of four ways",
      async (_, study) => {
        const found: string[] = [];
        for (const reduced of REDUCED_WAYS)
          for (const format of CODE) {
            // Without shakes nothing is calmed: it is the same text.
            if (reduced === "as-it-is" && compileStudy(study).shakes.length === 0) continue;
            await stageIn(engine, study, format, { reduced }, true);
            const isPlayed = reduced === "as-it-is" || reduced === "fade";
            // What stands still stands at a few moments as at many.
            const moments = isPlayed ? MOMENTS : 3;
            const motion = reducedMotion(study, reduced);
            // What only fades, or is calmed, is played in half the time.
            const all = await off(engine, motion, { isPlayed, moments, longest: 600 });
            found.push(...all.map((each) => `${reduced}, ${format}, ${each}`));
          }
        expect(found).toEqual([]);
      },
      240_000,
    );
  });
}
