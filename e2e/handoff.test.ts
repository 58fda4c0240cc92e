import { gzipSync } from "node:zlib";
import {
  stageScript,
  TOLERANCES,
  tolerancesWithin,
  transitionCss,
  withScript,
} from "@levitas/core/format";
import { compileStudy, type Motion } from "@levitas/core/motion";
import type { Study } from "@levitas/core/study";
import type { Page } from "puppeteer-core";
import { BEGINS } from "../packages/core/src/format/css/cssBegins.ts";
import { REDUCED_WAYS } from "../packages/core/src/format/css/cssChoices.ts";
import { moduleRuntime } from "../packages/core/src/format/handoff/moduleText.ts";
import { anyStudy, cases, demoStudies, IS_WHOLE } from "../packages/core/src/testing/index.ts";
import { writerOf } from "../packages/core/src/testing/writers.ts";
import { awkwardStudy, deepStudy } from "./harness/awkwardStudy.ts";
import { oneBlankPage } from "./harness/browser.ts";
import { choreography, restlessStudy } from "./harness/choreography.ts";
import { SMALLEST } from "./harness/smallest.ts";
import { buildStage, compareStage, expectAlike, playStage } from "./harness/stage.ts";

/** How many random studies are compared. */
const RANDOM = cases(4, 100);
/**
 * Moments of a study at which it is compared: more as CSS, of which the other formats are made. What is endless is
 * followed on into its second round.
 */
const MOMENTS = cases(60, 240);
const MANY = cases(24, MOMENTS);
const momentsOf = ({ duration, endless }: Motion, count = MANY) => {
  const until = duration * (endless ? 1.6 : 1);
  // Between jumps: at the very moment of one, a rounding decides which side is seen.
  return [0, ...Array.from({ length: count }, (_, i) => (until * (i + 0.371)) / count), until];
};

const demos = demoStudies();

/** A motion that stands as another one ends. */
function heldAtEnd(motion: Motion): Motion {
  const held = Object.create(motion, {
    at: { value: (_: number, out: Float64Array) => motion.at(motion.duration, out) },
  });
  return new Proxy(held, {
    get: (_, name) => {
      const own = name === "at" ? held.at : Reflect.get(motion, name, motion);
      return typeof own === "function" && name !== "at" ? own.bind(motion) : own;
    },
  });
}

/** A study seen from far away, whose figures turn toward the eye about one axis only. */
function withoutDepth(study: Study): Study {
  const flat = JSON.stringify(
    {
      ...study,
      scene: { ...study.scene, perspective: 1e9 },
      figures: study.figures.map((figure) => ({ ...figure, rest: { ...figure.rest, turnX: 0 } })),
      followers: study.followers.filter(({ channel }) => channel !== "turnX"),
    },
    (_, value) =>
      value?.channel === "turnX" && Array.isArray(value.keys)
        ? { ...value, keys: value.keys.map((key: object) => ({ ...key, value: 0 })) }
        : value,
  );
  return JSON.parse(flat);
}

describe("the CSS hand-off in a real browser", () => {
  let page: Page;
  oneBlankPage((blank) => {
    page = blank;
  });

  const awkward: [string, Study][] = [
    ["an awkward study", awkwardStudy()],
    ["a study in depth", deepStudy()],
    ["repeats, staggers and groups", choreography()],
    ["loops, freezes, shakes and followers", restlessStudy()],
    // And eight that cover every field of the document.
    ...[101, 102, 103, 104, 105, 106, 107, 108].map((seed): [string, Study] => [
      `a random study, seed ${seed}`,
      anyStudy(seed),
    ]),
  ];
  /** Of what other formats than CSS are made of: five demos and four awkward studies, all of them in the whole run. */
  const some = IS_WHOLE ? [...demos, ...awkward] : [...demos.slice(0, 2), ...awkward.slice(0, 4)];
  it.each(
    SMALLEST.flatMap(([name, study]) =>
      ["css", "module"].map((format): [string, string, Study] => [format, name, study]),
    ),
  )("moves as it was seen, as %s: %s", async (format, _, study) => {
    const motion = compileStudy(study);
    await buildStage(page, study, format);
    expectAlike(await compareStage(page, motion, momentsOf(motion, MOMENTS), 0.1));
    await buildStage(page, study, format);
    expectAlike(await playStage(page, motion));
  });

  // What the matrix of engines plays in every format, in the whole run.
  it.each(
    some
      .filter((_, i) => IS_WHOLE || i % 2 === 1)
      .flatMap(([name, study]) =>
        ["css", "page", "module", "svg"].map((format): [string, string, Study] => [
          format,
          name,
          study,
        ]),
      ),
  )("moves so when it is played past its end, as %s: %s", async (format, _, study) => {
    const motion = compileStudy(study);
    await buildStage(page, study, format);
    expectAlike(await playStage(page, motion));
  });

  it.each([...demos, ...awkward.slice(0, cases(5, 100))])(
    "shows what motion.at says: %s",
    async (_, study) => {
      const motion = compileStudy(study);
      await buildStage(page, study);
      const { duration, endless } = motion;
      const moments = momentsOf(motion, MOMENTS);
      const beyond = endless ? moments.map((time) => duration + time * 2.31) : [];
      const all = [...moments, duration + 500, ...beyond];
      expectAlike(await compareStage(page, motion, all, 0.1));
    },
  );

  it.each(
    some.flatMap(([name, study]) =>
      ["page", "module", "react", "svg"].map((format): [string, string, Study] => [
        format,
        name,
        study,
      ]),
    ),
  )("moves as %s, too: %s", async (format, _, study) => {
    const motion = compileStudy(study);
    await buildStage(page, study, format);
    expectAlike(await compareStage(page, motion, momentsOf(motion), 0.1));
  });

  it.each(some)("moves as SVG without styles: %s", async (name, study) => {
    // SVG has no perspective, and of two turns toward the eye it shows only how narrow they make a figure.
    const flat = withoutDepth(study);
    const motion = compileStudy(flat);
    await buildStage(page, flat, "svg", { moves: "smil" });
    const beyond = motion.endless ? [motion.duration * 1.7, motion.duration * 2.31 + 40] : [];
    // Chromium counts the time of SMIL in whole microseconds; one random study turns by 60° within a ms.
    const share = name.startsWith("a random") ? 2.5 : 1;
    const found = await compareStage(page, motion, [...momentsOf(motion), ...beyond], 0.1);
    expectAlike(found, tolerancesWithin(share));
  });

  it.each(some)("stands still as it is at a moment: %s", async (_, study) => {
    const motion = compileStudy(study);
    const still = writerOf("still");
    for (const part of [0, 0.31, 0.77]) {
      const time = motion.duration * part + 0.2;
      const { text, selectorOf = {} } = still.write(study, { time }, {});
      await page.setContent(`<style>body{margin:0} svg{display:block}</style>${text}`);
      await page.evaluate(stageScript(selectorOf));
      expectAlike(await compareStage(page, motion, [time], 0.1));
    }
  });

  it.each(demos.slice(0, cases(3, demos.length)))(
    "looks as an image as it does in a page: %s",
    async (_, study) => {
      const { width, height } = study.scene;
      const still = writerOf("still");
      const time = compileStudy(study).duration * 0.6;
      const text = still.write(study, { time }, {}).text;
      const clip = { x: 0, y: 0, width, height };
      const style = "<!doctype html><style>body{margin:0} svg,img{display:block}</style>";
      await page.setViewport({ width, height });
      await page.setContent(`${style}${text}`);
      const inPage = await page.screenshot({ clip, encoding: "base64" });
      // By itself it is XML, and read more strictly.
      await page.setContent(
        `${style}<img src="data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}">`,
      );
      await page.waitForFunction(
        () => (document.querySelector("img") as HTMLImageElement).complete,
      );
      const asImage = await page.screenshot({ clip, encoding: "base64" });
      const off = await page.evaluate(
        async (...shots) => {
          const [one, other] = await Promise.all(
            shots.map(async (shot) => {
              const image = new Image();
              image.src = `data:image/png;base64,${shot}`;
              await image.decode();
              const canvas = new OffscreenCanvas(image.width, image.height).getContext("2d");
              canvas?.drawImage(image, 0, 0);
              return canvas?.getImageData(0, 0, image.width, image.height).data ?? [];
            }),
          );
          const far = [...(one ?? [])].filter(
            (value, i) => Math.abs(value - (other?.[i] ?? 0)) > 40,
          );
          return far.length / (one?.length ?? 1);
        },
        inPage,
        asImage,
      );
      // Edges may be drawn a little differently; a thing that is missing is more than that.
      expect(off).toBeLessThan(0.005);
    },
  );

  it.each(some)("goes from pose to pose as a transition: %s", async (_, study) => {
    const motion = compileStudy(study);
    const { lost } = transitionCss(study, { when: "class", on: "[data-scene]", share: 1 });
    await buildStage(page, study, "transition");
    // What a transition cannot do is said; then its two poses are what is left to compare.
    const isWhole = lost.length === 0 && !motion.endless;
    const inside = momentsOf(motion).filter((time) => time <= motion.duration);
    const times = isWhole ? inside : [motion.duration + 1000];
    const still = isWhole ? motion : heldAtEnd(motion);
    expectAlike(await compareStage(page, still, times, 0.1));
  });

  it("can be played, slowed, sent to a time and back, and tells its cues, as a module", async () => {
    const study = demos.find(([name]) => name === "Kiosk arrival")?.[1];
    const module = writerOf("module");
    if (!study) throw new Error("no study");
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

  it("calms its shakes for people who prefer reduced motion, as a module", async () => {
    const study = restlessStudy();
    const module = writerOf("module");
    const handoff = module.write(study, {}, {});
    if (!module.stage) throw new Error("no module");
    const html = module.stage(study, handoff, { isReduced: true }, {});
    await page.setContent(withScript(html, stageScript(handoff.selectorOf ?? {})));
    const motion = compileStudy(study, { calm: true });
    expectAlike(await compareStage(page, motion, momentsOf(motion), 0.1));
    // As it is, it shows something else.
    const found = await compareStage(page, compileStudy(study), momentsOf(motion), 0.1);
    expect(found.worst.position.size).toBeGreaterThan(TOLERANCES.position * 5);
  });

  it("is heavy only where the motion is: sizes are known, and the runtime is small", () => {
    const module = writerOf("module");
    const css = writerOf("css");
    for (const reduced of REDUCED_WAYS)
      for (const when of BEGINS) {
        const runtime = moduleRuntime({ reduced, begins: { when, on: ".scene" } });
        // What it says of itself is left out by whoever bundles it.
        const code = when === "load" ? runtime : runtime.replace(/\/\*\*.*?\*\//gs, "");
        expect([reduced, when, gzipSync(code).length <= 1500]).toEqual([reduced, when, true]);
      }
    for (const [name, study] of demos) {
      const size = module.write(study, {}, {}).text.length;
      // What plays them is the same for all and counts apart.
      const most = 1.5 * css.write(study, {}, {}).text.length + 4200;
      expect([name, size <= most]).toEqual([name, true]);
    }
  });

  // In study 88 the whole scene is shaken around figures that came in with a `transform`.
  it.each([...new Set([...Array.from({ length: RANDOM }, (_, i) => i + 1), 88])])(
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
