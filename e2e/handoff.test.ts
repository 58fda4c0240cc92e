import { readdirSync, readFileSync } from "node:fs";
import { resolve } from "node:path";
import { HANDOFF_FORMATS, stageScript } from "@levitas/core/format";
import { compileStudy } from "@levitas/core/motion";
import { readStudyText } from "@levitas/core/shape";
import type { Study } from "@levitas/core/study";
import type { Browser, Page } from "puppeteer-core";
import { anyStudy } from "../packages/core/src/testing/index.ts";
import { awkwardStudy, deepStudy } from "./harness/awkwardStudy.ts";
import { launchBrowser } from "./harness/browser.ts";
import { choreography, restlessStudy } from "./harness/choreography.ts";
import { buildStage, compareStage, expectAlike } from "./harness/stage.ts";

const DEMO = resolve(import.meta.dirname, "../demo");
/** How many random studies are compared. */
const RANDOM = process.env.LEVITAS_FULL ? 100 : 12;
/** Times at which a study is looked at until its end; as many again go on into what is endless. */
const TIMES = 60;

const demos: [string, Study][] = readdirSync(DEMO)
  .filter((file) => /^\d+-.*\.json$/.test(file))
  .map((file) => {
    const study = readStudyText(readFileSync(resolve(DEMO, file), "utf8"));
    if (!study.ok) throw new Error(`${file}: ${study.faults[0]?.message}`);
    return [study.value.name, study.value];
  });

describe("the CSS hand-off in a real browser", () => {
  let browser: Browser;
  let page: Page;
  beforeAll(async () => {
    browser = await launchBrowser();
    page = await browser.newPage();
  });
  afterAll(() => browser.close());

  const awkward: [string, Study][] = [
    ["an awkward study", awkwardStudy()],
    ["a study in depth", deepStudy()],
    ["repeats, staggers and groups", choreography()],
    ["loops, freezes, shakes and followers", restlessStudy()],
  ];
  it.each([...demos, ...awkward])("shows what motion.at says: %s", async (_, study) => {
    const motion = compileStudy(study);
    await buildStage(page, study);
    // Between jumps: at the very moment of one, a rounding decides which side is seen.
    const times = Array.from({ length: TIMES }, (_, i) => (motion.duration * (i + 0.37)) / TIMES);
    const beyond = motion.endless ? times.map((time) => motion.duration + time * 2.31) : [];
    const all = [0, ...times, motion.duration, motion.duration + 500, ...beyond];
    expectAlike(await compareStage(page, motion, all));
  });

  it.each(
    [...demos, ...awkward].flatMap(([name, study]) =>
      ["page", "module", "svg"].map((format): [string, string, Study] => [format, name, study]),
    ),
  )("moves as %s, too: %s", async (format, _, study) => {
    const motion = compileStudy(study);
    await buildStage(page, study, format);
    const until = motion.duration * (motion.endless ? 1.6 : 1);
    const times = Array.from({ length: 24 }, (_, i) => (until * (i + 0.37)) / 24);
    expectAlike(await compareStage(page, motion, [...times, until], 0.1));
  });

  it.each([...demos, ...awkward])("stands still as it is at a moment: %s", async (_, study) => {
    const motion = compileStudy(study);
    const still = HANDOFF_FORMATS.find(({ id }) => id === "still");
    for (const part of [0, 0.31, 0.77]) {
      const time = motion.duration * part + 0.2;
      const { text, selectorOf = {} } = still?.write(study, { time }, {}) ?? { text: "" };
      await page.setContent(`<style>body{margin:0} svg{display:block}</style>${text}`);
      await page.evaluate(stageScript(selectorOf));
      expectAlike(await compareStage(page, motion, [time], 0.1));
    }
  });

  it("can be played, slowed, sent to a time and back, and tells its cues, as a module", async () => {
    const study = demos.find(([name]) => name === "Kiosk arrival")?.[1];
    const module = HANDOFF_FORMATS.find(({ id }) => id === "module");
    if (!study || !module) throw new Error("no study");
    await buildStage(page, study);
    const { text } = module.write(study, {}, {});
    const told = await page.evaluate(async (source) => {
      document.querySelector("style")?.remove();
      const { play, duration } = await import(
        URL.createObjectURL(new Blob([source], { type: "text/javascript" }))
      );
      const cues: string[] = [];
      const player = play(document, { rate: 40, onCue: (name: string) => cues.push(name) });
      await player.finished;
      await new Promise((done) => setTimeout(done, 50));
      const heard = [...cues];
      const times = () =>
        document.getAnimations().map(({ currentTime }) => Math.round(Number(currentTime)));
      player.pause();
      player.seek(300);
      await new Promise(requestAnimationFrame);
      const sought = [...new Set(times())];
      player.reverse();
      await player.finished;
      const back = [...new Set(times())];
      player.cancel();
      return { heard, sought, back, left: document.getAnimations().length, duration };
    }, text);
    const motion = compileStudy(study);
    const wanted = motion
      .events(Number.NEGATIVE_INFINITY, motion.duration + 1)
      .map(({ cue }) => cue.name);
    expect(told.heard.sort()).toEqual(wanted.sort());
    expect(told.sought).toEqual([300]);
    expect(told.back.every((time) => time === 0)).toBe(true);
    expect(told.left).toBe(0);
    expect(told.duration).toBeCloseTo(motion.duration, 3);
  });

  it("is heavy only where the motion is: sizes are known, and the runtime is small", () => {
    const module = HANDOFF_FORMATS.find(({ id }) => id === "module");
    const css = HANDOFF_FORMATS.find(({ id }) => id === "css");
    for (const [name, study] of demos) {
      const size = module?.write(study, {}, {}).text.length ?? 0;
      // What plays them is the same for all and counts apart.
      const most = 1.5 * (css?.write(study, {}, {}).text.length ?? 0) + 4200;
      expect([name, size <= most]).toEqual([name, true]);
    }
  });

  it.each(Array.from({ length: RANDOM }, (_, i) => i + 1))(
    "shows what motion.at says of a random study, as it is and under reduced motion: seed %i",
    async (seed) => {
      const study = anyStudy(seed);
      for (const calm of [false, true]) {
        await page.emulateMediaFeatures([
          { name: "prefers-reduced-motion", value: calm ? "reduce" : "no-preference" },
        ]);
        // After that: the stage keeps the animations it begins with.
        await buildStage(page, study);
        const motion = compileStudy(study, { calm });
        const until = motion.duration * (motion.endless ? 1.6 : 1.1) + 10;
        const times = Array.from({ length: 20 }, (_, i) => (until * (i + 0.3711)) / 20);
        expectAlike(await compareStage(page, motion, times, 0.1));
      }
      await page.emulateMediaFeatures([]);
    },
  );
});
