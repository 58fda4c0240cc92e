import { compileStudy } from "@levitas/core/motion";
import type { Browser, Page } from "puppeteer-core";
import { frames, openNewStudy, press, storedDocument } from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { startServer, type TestServer } from "./harness/server.ts";

describe("a part of a study is copied", () => {
  let server: TestServer;
  let browser: Browser;
  let page: Page;
  let id: string;
  beforeAll(async () => {
    server = await startServer();
    browser = await launchBrowser();
    const context = browser.defaultBrowserContext();
    await context.overridePermissions(server.url, ["clipboard-read", "clipboard-sanitized-write"]);
    ({ page } = await openPage(context));
    id = await openNewStudy(page, server.url, { demo: "boarding-pass" });
  });
  afterAll(async () => {
    await browser.close();
    await server.remove();
  });

  const copied = async (said: string): Promise<string> => {
    await page.waitForFunction(
      (text) =>
        [...document.querySelectorAll("[data-notice]")].some((each) =>
          each.textContent?.includes(text),
        ),
      {},
      said,
    );
    return page.evaluate(() => navigator.clipboard.readText());
  };

  it("as frames, from a figure's menu: all that moves it", async () => {
    await press(page, "More for Pass");
    const item = await page.waitForSelector(
      '::-p-xpath(//*[@role="menuitem"][.="Copy as frames"])',
    );
    await item?.click();
    const [head = "", ...rows] = (await copied("Copied Pass as frames")).trim().split("\n");
    expect(head).toMatch(/^time,pass\./);
    expect(rows.length).toBeGreaterThan(20);
  });

  it("as CSS, by the keyboard, from the chosen lane alone", async () => {
    const lane = await page.waitForSelector(
      '::-p-xpath(//button[@aria-label="Graph of Pass y"]/following-sibling::button[1])',
    );
    await lane?.click();
    await page.keyboard.down("Control");
    await page.keyboard.down("Shift");
    await page.keyboard.press("KeyC");
    await page.keyboard.up("Shift");
    await page.keyboard.up("Control");
    const css = await copied("Copied y of Pass as CSS");
    expect(css).toContain("@keyframes pass-translate");
    expect(css).not.toContain("@keyframes pass-rotate");
    // It begins with the lane, and goes where that goes.
    const study = await storedDocument(server.url, id);
    const motion = compileStudy(study);
    const index = motion.figureIndex(study.figures.find(({ name }) => name === "Pass")?.id ?? "");
    const from = motion.drivenAt(index, "y")?.layers[0]?.start ?? 0;
    const blank = await browser.newPage();
    await blank.setContent(`<style>${css}</style><div class="pass"></div>`);
    for (const t of [0, 120, 333, 500]) {
      const y = await blank.evaluate((time) => {
        for (const each of document.getAnimations()) {
          each.pause();
          each.currentTime = time;
        }
        const { translate } = getComputedStyle(document.querySelector(".pass") as Element);
        return Number.parseFloat(translate.split(" ")[1] ?? "0");
      }, t);
      expect(Math.abs(y - motion.valueAt(index, "y", from + t))).toBeLessThan(0.1);
    }
    await blank.close();
    await page.bringToFront();
  });

  it("as functions, from the bar of the chosen block", async () => {
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await page.keyboard.press("q");
    const block = await page.waitForSelector('[data-block-row] button[title*="click to choose"]');
    await block?.click();
    await frames(page, 2);
    await press(page, "Copy as…");
    await press(page, "Functions");
    const text = await copied("as functions");
    const { poseAt } = (await import(`data:text/javascript,${encodeURIComponent(text)}`)) as {
      poseAt: (t: number) => Record<string, Record<string, number>>;
    };
    expect(Object.keys(poseAt(100)).length).toBeGreaterThan(0);
  });
});
