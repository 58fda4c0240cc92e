import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { HANDOFF_FORMATS, initialSettings, stageScript } from "@levitas/core/format";
import { compileStudy } from "@levitas/core/motion";
import type { Study } from "@levitas/core/study";
import { buildSync } from "esbuild";
import type { Browser, Page } from "puppeteer-core";
import { cases, demoStudies, liveDemos } from "../packages/core/src/testing/index.ts";
import { writerOf } from "../packages/core/src/testing/writers.ts";
import { awkwardStudy, deepStudy } from "./harness/awkwardStudy.ts";
import { launchBrowser } from "./harness/browser.ts";
import { choreography, restlessStudy } from "./harness/choreography.ts";
import { compareStage, expectAlike } from "./harness/stage.ts";
import { inAll } from "./harness/whole.ts";

const ROOT = resolve(import.meta.dirname, "..");
const studies: [string, Study][] = [
  ...demoStudies().slice(0, cases(4, 100)),
  ["an awkward study", awkwardStudy()],
  ["a study in depth", deepStudy()],
  ["repeats, staggers and groups", choreography()],
  ["loops, freezes, shakes and followers", restlessStudy()],
];

function textOf(id: string, study: Study, chosen = {}): string {
  const format = HANDOFF_FORMATS.find((each) => each.id === id);
  if (!format) throw new Error(id);
  return writerOf(id).write(study, { ...initialSettings(format, study), ...chosen }, {}).text;
}

describe("code that is handed off", () => {
  let browser: Browser;
  let page: Page;
  let folder: string;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), "levitas-code-"));
    symlinkSync(join(ROOT, "node_modules"), join(folder, "node_modules"));
    browser = await launchBrowser();
    page = await browser.newPage();
  });
  afterAll(async () => {
    await browser.close();
    rmSync(folder, { recursive: true });
  });

  inAll(
    "is taken by a strict compiler, with its types",
    () => {
      const files = studies.flatMap(([, study], i) =>
        ["module", "react"].map((id) => {
          const file = join(folder, `${id}-${i}.js`);
          writeFileSync(file, textOf(id, study));
          return file;
        }),
      );
      const shaken = restlessStudy();
      for (const id of ["module", "react"])
        for (const reduced of ["as-it-is", "end", "rest", "fade"])
          for (const begins of ["load", "view", "hover", "press", "class", "scroll"]) {
            const file = join(folder, `${id}-${reduced}-${begins}.js`);
            writeFileSync(file, textOf(id, shaken, { reduced, begins }));
            files.push(file);
          }
      liveDemos().forEach(([, study], i) => {
        const file = join(folder, `live-${i}.js`);
        writeFileSync(file, textOf("live", study));
        files.push(file);
      });
      // Motions of a few lanes are enough of a table to be judged by its types.
      studies.slice(0, 4).forEach(([, study], i) => {
        const file = join(folder, `function-${i}.ts`);
        writeFileSync(file, textOf("function", study, { as: "ts" }));
        files.push(file);
      });
      const user = join(folder, "user.ts");
      writeFileSync(
        user,
        `import { play, duration } from "./module-0.js";
import { Scene, usePlayer } from "./react-0.js";
import { live } from "./live-0.js";
import { poseAt, tween } from "./function-0.js";
const pose: Record<string, Record<string, number>> = poseAt(400);
const eased: number = tween((progress) => progress, 10, 0, 5, 100);
const player = play(document.body, { reduced: "auto", rate: 2, onCue: (name: string) => name });
const whole: number = duration;
const done: Promise<unknown> = player.finished;
player.seek(whole);
const element: import("react").ReactNode = Scene({ playing: true, className: "scene", onCue: (name) => name });
const controls = live(document.body, { reduced: true, note: (kind: string, time: number) => [kind, time] });
controls.send({ type: "lever", lever: "winch", value: 0.4 });
// @ts-expect-error a lever has a value
controls.send({ type: "lever", lever: "winch" });
// @ts-expect-error a rate is a number
play(document, { rate: "fast" });
export { done, eased, element, pose, usePlayer };
`,
      );
      const options = ["--strict", "--allowJs", "--checkJs", "--noEmit", "--ignoreConfig"];
      const more = [
        "--target",
        "es2022",
        "--module",
        "nodenext",
        "--lib",
        "es2022,dom,dom.iterable",
      ];
      writeFileSync(join(folder, "package.json"), '{ "type": "module" }');
      let said = "";
      try {
        execFileSync(
          process.execPath,
          [join(ROOT, "node_modules/typescript/bin/tsc"), ...options, ...more, ...files, user],
          { cwd: folder, encoding: "utf8", stdio: "pipe" },
        );
      } catch (error) {
        said = (error as { stdout: string }).stdout;
      }
      expect(said).toBe("");
    },
    60_000,
  );

  /** Has the component of a study mounted by React on a page with more in its head. */
  async function mount(study: Study, head = ""): Promise<void> {
    writeFileSync(join(folder, "scene.js"), textOf("react", study));
    const entry = join(folder, "entry.js");
    writeFileSync(
      entry,
      `import { createElement, StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Scene } from "./scene.js";
const root = createRoot(document.querySelector("#root"));
globalThis.levitasUnmount = () => root.unmount();
root.render(createElement(StrictMode, null, createElement(Scene, { reduced: false, "data-scene": "" })));
`,
    );
    const { outputFiles } = buildSync({
      entryPoints: [entry],
      bundle: true,
      write: false,
      format: "iife",
      define: { "process.env.NODE_ENV": '"development"' },
      logLevel: "silent",
    });
    await page.setContent(`<!doctype html>${head}<body><div id="root"></div>`);
    await page.evaluate(outputFiles[0]?.text ?? "");
    // Held at once: on a busy machine a short one would be over, and gone, before it is looked at.
    await page.waitForFunction(() => {
      const all = document.getAnimations();
      for (const each of all) each.pause();
      return all.length > 0;
    });
    await page.evaluate(stageScript(writerOf("css").write(study, {}, {}).selectorOf ?? {}));
  }

  it.each(studies)(
    "moves as a component of React, and leaves nothing behind: %s",
    async (_, study) => {
      await mount(study, "<style>body { margin: 0 }</style>");
      const motion = compileStudy(study);
      const until = motion.duration * (motion.endless ? 1.6 : 1);
      const times = Array.from({ length: 240 }, (_, i) => (until * (i + 0.37)) / 240);
      expectAlike(await compareStage(page, motion, [...times, until], 0.1));
      await page.evaluate(() =>
        (globalThis as unknown as { levitasUnmount: () => void }).levitasUnmount(),
      );
      await page.waitForFunction(() => document.querySelector("#root")?.childElementCount === 0);
      expect(await page.evaluate(() => document.getAnimations().length)).toBe(0);
    },
  );

  it("moves as a component where a page takes no styles from its markup", async () => {
    const study = awkwardStudy();
    await mount(study, `<meta http-equiv="Content-Security-Policy" content="style-src 'self'">`);
    const blocked = await page.evaluate(() => {
      const probe = document.createElement("i");
      probe.innerHTML = '<b style="width: 7px"></b>';
      return (probe.firstElementChild as HTMLElement).style.width;
    });
    expect(blocked).toBe("");
    await page.evaluate(() => {
      document.body.style.margin = "0";
    });
    const motion = compileStudy(study);
    const times = Array.from({ length: 40 }, (_, i) => (motion.duration * (i + 0.37)) / 40);
    expectAlike(await compareStage(page, motion, times, 0.1));
  });

  it("is rendered by a server as it stands at first", async () => {
    const study = studies[0]?.[1];
    if (!study) throw new Error("no study");
    writeFileSync(join(folder, "scene.js"), textOf("react", study));
    const entry = join(folder, "server.js");
    writeFileSync(
      entry,
      `import { createElement } from "react";
import { renderToString } from "react-dom/server";
import { Scene } from "./scene.js";
process.stdout.write(renderToString(createElement(Scene, {})));
`,
    );
    const out = join(folder, "server.cjs");
    buildSync({
      entryPoints: [entry],
      bundle: true,
      platform: "node",
      format: "cjs",
      outfile: out,
      logLevel: "silent",
    });
    const html = execFileSync(process.execPath, [out], { encoding: "utf8" });
    // A document keeps the policy of the page that was written into it before.
    await page.goto("about:blank");
    // Without a script the page shows the first pose.
    await page.setContent(`<!doctype html><style>body { margin: 0 }</style>${html}`);
    expect(await page.$eval(".pass", (pass) => getComputedStyle(pass).translate)).toBe(
      "215px -150px",
    );
  });
});
