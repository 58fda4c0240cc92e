import { execFile } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { strFromU8, unzipSync } from "fflate";
import type { Browser, Page } from "puppeteer-core";
import { fontsOf } from "../apps/cli/src/fonts.ts";
import { stillSvg } from "../packages/core/src/format/index.ts";
import type { Study } from "../packages/core/src/study/index.ts";
import { anyStudy, cases, demoStudies } from "../packages/core/src/testing/index.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";

const LEVITAS = join(import.meta.dirname, "../apps/cli/dist/main.js");
/** Frames a second at which both draw. */
const RATE = 1.5;
/** Random studies, with everything a study can have. */
const AWKWARD = [1, 2, 3, 4].map((seed): [string, Study] => [`random ${seed}`, anyStudy(seed)]);
/** Colors farther apart than this, in steps of 255, are seen as different: edges of letters are. */
const SEEN = 48;

interface SpriteMap {
  readonly frames: readonly { time: number; x: number; y: number; w: number; h: number }[];
}

/** How far the colors of two drawings are apart, in the page. */
async function difference(
  page: Page,
  { sheet, frame, svg }: { sheet: string; frame: SpriteMap["frames"][number]; svg: string },
): Promise<{ average: number; different: number }> {
  return page.evaluate(
    async ({ sheet, frame: { x, y, w, h }, svg, seen }) => {
      const pixels = async (source: string, left: number, top: number) => {
        const image = new Image();
        image.src = source;
        await image.decode();
        const context = new OffscreenCanvas(w, h).getContext("2d");
        context?.drawImage(image, -left, -top);
        return context?.getImageData(0, 0, w, h).data ?? new Uint8ClampedArray();
      };
      const ours = await pixels(sheet, x, y);
      const theirs = await pixels(
        `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`,
        0,
        0,
      );
      let [sum, different] = [0, 0];
      for (let i = 0; i < ours.length; i += 4) {
        let off = 0;
        for (let part = i; part < i + 3; part++)
          off = Math.max(off, Math.abs((ours[part] as number) - (theirs[part] as number)));
        sum += off;
        if (off > seen) different++;
      }
      return { average: (sum * 4) / ours.length, different: (different * 4) / ours.length };
    },
    { sheet, frame, svg, seen: SEEN },
  );
}

// The command line draws without a browser: what it draws is what a browser draws, but for how edges are smoothed.
describe("pictures drawn by the command line", () => {
  let browser: Browser;
  let page: Page;
  const folder = mkdtempSync(join(tmpdir(), "levitas-drawn-"));
  beforeAll(async () => {
    browser = await launchBrowser();
    ({ page } = await openPage(browser));
  });
  afterAll(async () => {
    await browser.close();
    rmSync(folder, { recursive: true });
  });

  it.each([...demoStudies(), ...AWKWARD].slice(0, cases(2, 100)))(
    "are as a browser draws them: %s",
    async (_, study) => {
      const [file, zip] = [join(folder, "study.json"), join(folder, "study.zip")];
      writeFileSync(file, JSON.stringify(study));
      const set = ["--set", `rate=${RATE}`, "scale=1"];
      await promisify(execFile)(process.execPath, [
        ...[LEVITAS, "handoff", file, "--as", "sprite", ...set, "--out", zip],
      ]);
      const files = unzipSync(new Uint8Array(readFileSync(zip)));
      const { frames }: SpriteMap = JSON.parse(strFromU8(files["frames.json"] as Uint8Array));
      const png = Buffer.from(files["frames.png"] as Uint8Array).toString("base64");
      const svgAt = stillSvg(study, { fonts: await fontsOf(study) });
      for (const frame of frames) {
        const { average, different } = await difference(page, {
          ...{ sheet: `data:image/png;base64,${png}`, frame, svg: svgAt(frame.time) },
        });
        expect([frame.time, average < 3, different < 0.02]).toEqual([frame.time, true, true]);
      }
    },
  );
});
