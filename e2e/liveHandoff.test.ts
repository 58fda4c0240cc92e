import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import { studyAlongLever } from "@levitas/core/live";
import { compileStudy } from "@levitas/core/motion";
import type { Study } from "@levitas/core/study";
import type { Page } from "puppeteer-core";
import { useApp } from "./harness/app.ts";
import { audit } from "./harness/audit.ts";
import { openNewStudy, press, textOf } from "./harness/bench.ts";
import { chooseFormat, handoffText, openHandoff, proven } from "./harness/handoffRoom.ts";
import { openLive } from "./harness/liveScene.ts";
import { inAll } from "./harness/whole.ts";

const DEMO = resolve(import.meta.dirname, "../demo");

describe("the hand-off of what answers", () => {
  const app = useApp();
  let page: Page;
  beforeEach(() => {
    page = app.page;
  });

  const open = (demo: string): Promise<string> => openLive(page, app.url, { demo });

  it("hands off a transition between two of its poses, proven, and says how far the speed would jump", async () => {
    await open("pass-flips-back");
    await openHandoff(page);
    await chooseFormat(page, "Transition");
    expect(await proven(page)).toBe(true);
    const text = await handoffText(page);
    expect(text).toMatch(/:hover \.pass \{/);
    expect(text).toContain("rotateY(180deg)");
    expect(await textOf(page, "aside")).toMatch(
      /In the take “over and back in mid-flight” Pass turn y would jump by \d/,
    );
  });

  inAll(
    "hands off what follows the scroll position, and a page that is scrolled shows it",
    async () => {
      await open("header-shrinks");
      await openHandoff(page);
      expect(await proven(page)).toBe(true);
      expect(await handoffText(page)).toContain("animation-timeline: scroll(root)");
      expect(await textOf(page, "aside")).toContain("Scroll has a lag of 60 ms here");
      await chooseFormat(page, "Page");
      const text = await handoffText(page);
      const alone = await page.browserContext().newPage();
      await alone.setViewport({ width: 800, height: 600 });
      await alone.setContent(text);
      const height = () =>
        alone.$eval(".header", (header) => Number.parseFloat(getComputedStyle(header).height));
      expect(await height()).toBe(150);
      for (const part of [0.2, 0.45, 1]) {
        await alone.evaluate((share) => {
          const { scrollHeight, clientHeight } = document.documentElement;
          scrollTo(0, (scrollHeight - clientHeight) * share);
        }, part);
        await alone.evaluate(() => new Promise(requestAnimationFrame));
        // Ease-out up to 45 % of the way.
        const motion = compileStudy(
          studyAlongLever(
            JSON.parse(readFileSync(resolve(DEMO, "19-header-shrinks.json"), "utf8")) as Study,
            "scroll",
          ),
        );
        const expected = motion.valueAt(motion.figureIndex("header"), "height", 1000 * part);
        expect(Math.abs((await height()) - expected)).toBeLessThan(0.6);
      }
      await alone.close();
    },
  );

  it("hands off a module that answers, proven by a take of choice, and a page to press", async () => {
    await open("tide-dial-answers");
    await openHandoff(page);
    await chooseFormat(page, "Live module");
    expect(await handoffText(page)).toContain("export const live =");
    expect(await proven(page)).toBe(true);
    await page.select('select[aria-label="Proven by the take"]', "nervous");
    expect(await proven(page)).toBe(true);
    await press(page, "a page to press");
    await page.waitForFunction(() =>
      (
        document.querySelector('[data-testid="handoff-text"][data-busy="false"]') as
          | HTMLTextAreaElement
          | undefined
      )?.value.startsWith("<!doctype html>"),
    );
    // The page as it leaves, pressed by a mouse: the needle turns to where it is pressed.
    const html = await handoffText(page);
    expect(html.length).toBeGreaterThan(4000);
    expect(await audit(page)).toEqual([]);
  });

  inAll("says of a study that answers to nothing that there is nothing to hand off", async () => {
    await openNewStudy(page, app.url, { demo: "boarding-pass" });
    await openHandoff(page);
    await chooseFormat(page, "Live module");
    await handoffText(page);
    expect(await page.$eval("main", (main) => main.textContent)).toContain(
      "This study answers to nothing yet.",
    );
  });
});
