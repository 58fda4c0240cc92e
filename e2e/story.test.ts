import { printCurve } from "@levitas/core/curve";
import { compileStudy } from "@levitas/core/motion";
import { curveOfKey, tracksOf } from "@levitas/core/study";
import type { Browser, Page } from "puppeteer-core";
import {
  dragBy,
  frames,
  openStudyByName,
  press,
  storedDocument,
  waitUntilSaved,
} from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { handoffText, openHandoff } from "./harness/handoffRoom.ts";
import { startServer, type TestServer } from "./harness/server.ts";

const curveText = (page: Page) =>
  page.$eval('[aria-label="Curve as text"]', (field) => (field as HTMLInputElement).value);
const passTranslate = (page: Page) =>
  page.$eval('[data-figure="pass"]', (element) => (element as HTMLElement).style.translate);

/** Stops and puts the playhead at a time, as a person does: by typing it. */
async function goTo(page: Page, time: number): Promise<void> {
  const playing = await page.$('button[aria-label="Pause"]');
  await playing?.click();
  await (await page.waitForSelector('[aria-label="Time in milliseconds"]'))?.click();
  await page.waitForSelector('input[aria-label="Time in milliseconds"]');
  await page.keyboard.type(String(time));
  await page.keyboard.press("Enter");
  await frames(page, 2);
}

describe("the main job", () => {
  let server: TestServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await startServer();
    browser = await launchBrowser();
  });
  afterAll(async () => {
    await browser.close();
    await server.remove();
  });

  it("a stranger opens a demo, plays it, shapes it while it loops, comes back, and copies CSS that moves the same", async () => {
    const first = await openPage(browser);
    const { page } = first;
    const id = await openStudyByName(page, server.url, "Boarding pass drops");

    // Plays, and it looks mechanical: the pass is linear, so equal times make equal ways.
    expect(await curveText(page)).toBe("linear");
    await press(page, "Play");
    const before = await passTranslate(page);
    await frames(page, 20);
    expect(await passTranslate(page)).not.toBe(before);
    await goTo(page, 350);
    const quarter = await passTranslate(page);
    await goTo(page, 650);
    expect([quarter, await passTranslate(page)]).toEqual(["215px -96.6667px", "215px 10px"]);

    // Shapes the timing with the handles while it loops.
    await press(page, "Play");
    await dragBy(page, '[data-handle="1"]', { x: 60, y: 45 });
    await dragBy(page, '[data-handle="2"]', { x: -50, y: -60 });
    const shaped = await curveText(page);
    expect(shaped).toMatch(/^cubic-bezier\(/);
    await waitUntilSaved(page);
    const stored = await storedDocument(server.url, id);
    const [place] = tracksOf(stored, "pass", "y");
    const key = place?.track.keys[0];
    expect(key && printCurve(curveOfKey(stored, key))).toBe(shaped);

    // Closes the page, comes back, finds it as left.
    await goTo(page, 650);
    const left = await passTranslate(page);
    expect(left).not.toBe("215px 10px");
    expect(first.problems).toEqual([]);
    await page.close();
    const second = await openPage(browser);
    await openStudyByName(second.page, server.url, "Boarding pass drops");
    expect(await curveText(second.page)).toBe(shaped);
    await goTo(second.page, 650);
    expect(await passTranslate(second.page)).toBe(left);

    // Copies CSS that moves the same.
    await browser
      .defaultBrowserContext()
      .overridePermissions(server.url, ["clipboard-read", "clipboard-sanitized-write"]);
    await openHandoff(second.page);
    await handoffText(second.page);
    await press(second.page, "Copy");
    await second.page.waitForFunction(() =>
      document.querySelector("[data-notice]")?.textContent?.includes("Copied the CSS"),
    );
    const css = await second.page.evaluate(() => navigator.clipboard.readText());
    const blank = await browser.newPage();
    await blank.setContent(`<style>body{margin:0}${css}</style><div class="pass"></div>`);
    const motion = compileStudy(stored);
    const index = motion.figureIndex("pass");
    for (let i = 0; i <= 40; i++) {
      const time = (motion.duration * i) / 40;
      const y = await blank.evaluate((at) => {
        for (const animation of document.getAnimations()) {
          animation.pause();
          animation.currentTime = at;
        }
        const pass = document.querySelector(".pass");
        // Browsers leave a second length of 0 unsaid.
        return Number.parseFloat(getComputedStyle(pass as Element).translate.split(" ")[1] ?? "0");
      }, time);
      expect(Math.abs(y - motion.valueAt(index, "y", time))).toBeLessThan(0.01);
    }
    expect(second.problems).toEqual([]);
  }, 90_000);
});
