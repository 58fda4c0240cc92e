import { HANDOFF_FORMATS, initialSettings } from "@levitas/core/format";
import { compileStudy } from "@levitas/core/motion";
import type { Browser, Page } from "puppeteer-core";
import { figure, key, kiosk, tween } from "../packages/core/src/testing/index.ts";
import { launchBrowser } from "./harness/browser.ts";

/** A buoy that waits where it begins, goes, fades and stays where it came to. */
const study = kiosk({
  figures: [figure("buoy", { rest: { x: 50, y: 60, width: 80, height: 60 } })],
  sequence: [
    tween(
      "go",
      100,
      "buoy",
      [
        { channel: "x", keys: [key(0, 200), key(400, 500)] },
        { channel: "opacity", keys: [key(0, 0), key(400, 1)] },
      ],
      { fill: "both" },
    ),
  ],
});
const motion = compileStudy(study);

const pageText = (settings: Record<string, string>, id = "page"): string => {
  const format = HANDOFF_FORMATS.find((each) => each.id === id);
  if (!format) throw new Error(id);
  return format.write(study, { ...initialSettings(format, study), ...settings }, {}).text;
};
const x = (page: Page) =>
  page.evaluate(() =>
    Number.parseFloat(getComputedStyle(document.querySelector(".buoy") as Element).translate),
  );
const opacity = (page: Page) =>
  page.evaluate(() => Number(getComputedStyle(document.querySelector(".buoy") as Element).opacity));
const count = (page: Page) => page.evaluate(() => document.getAnimations().length);
const arrived = (page: Page) =>
  page.waitForFunction(
    () =>
      Number.parseFloat(getComputedStyle(document.querySelector(".buoy") as Element).translate) ===
      500,
  );

describe("a hand-off begins", () => {
  let browser: Browser;
  let page: Page;
  beforeAll(async () => {
    browser = await launchBrowser();
  });
  beforeEach(async () => {
    page = await browser.newPage();
    await page.setViewport({ width: 1000, height: 700 });
  });
  afterEach(() => page.close());
  afterAll(() => browser.close());

  it("when the page loads", async () => {
    await page.setContent(pageText({}));
    await arrived(page);
  });

  it("while it is hovered, and stands before as it begins", async () => {
    await page.mouse.move(990, 690);
    await page.setContent(pageText({ begins: "hover" }));
    expect([await x(page), await opacity(page), await count(page)]).toEqual([200, 0, 0]);
    await page.mouse.move(300, 200);
    await arrived(page);
    await page.mouse.move(990, 690);
    await page.waitForFunction(() => document.getAnimations().length === 0);
    expect(await x(page)).toBe(200);
  });

  it("while it is pressed", async () => {
    await page.setContent(pageText({ begins: "press" }));
    await page.mouse.move(300, 200);
    expect(await x(page)).toBe(200);
    await page.mouse.down();
    await arrived(page);
    await page.mouse.up();
    expect(await x(page)).toBe(200);
  });

  it("while it has its class, which the page gives it with a button", async () => {
    await page.setContent(pageText({ begins: "class" }));
    expect(await x(page)).toBe(200);
    await page.locator("button ::-p-text(Begin or end)").click();
    await arrived(page);
    await page.locator("button ::-p-text(Begin or end)").click();
    expect(await x(page)).toBe(200);
  });

  it("once it comes into view", async () => {
    const html = pageText({ begins: "view" }).replace(
      "<body>",
      '<body><p style="height: 3000px"></p>',
    );
    await page.setContent(html);
    await new Promise((done) => setTimeout(done, 300));
    expect(await x(page)).toBe(200);
    await page.evaluate(() => scrollTo(0, 3000));
    await arrived(page);
  });

  it("with the scroll position: each place of the page is a moment of the motion", async () => {
    await page.setContent(pageText({ begins: "scroll" }));
    for (const share of [0, 0.2, 0.45, 0.8, 1]) {
      const way = await page.evaluate(async (part) => {
        const most = document.documentElement.scrollHeight - innerHeight;
        scrollTo(0, most * part);
        await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
        return scrollY / most;
      }, share);
      expect(
        Math.abs((await x(page)) - motion.valueAt(0, "x", motion.duration * way)),
      ).toBeLessThan(0.6);
    }
  });
});

describe("for people who prefer reduced motion it", () => {
  let browser: Browser;
  let page: Page;
  beforeAll(async () => {
    browser = await launchBrowser();
    page = await browser.newPage();
    await page.emulateMediaFeatures([{ name: "prefers-reduced-motion", value: "reduce" }]);
  });
  afterAll(() => browser.close());

  const shownAt = (time: number) =>
    page.evaluate((at) => {
      for (const each of document.getAnimations()) {
        if (each.playState === "paused") continue;
        each.pause();
        each.currentTime = at;
      }
    }, time);

  it.each(["load", "class"])("stands still as it ends, begun by %s", async (begins) => {
    await page.setContent(pageText({ reduced: "end", begins }));
    if (begins === "class") await page.locator("button ::-p-text(Begin or end)").click();
    await shownAt(150);
    expect([await x(page), await opacity(page)]).toEqual([500, 1]);
  });

  it("stands still at rest", async () => {
    await page.setContent(pageText({ reduced: "rest" }));
    await shownAt(150);
    expect([await x(page), await opacity(page)]).toEqual([50, 1]);
  });

  it("only fades: it is where it ends, and appears there", async () => {
    await page.setContent(pageText({ reduced: "fade" }));
    await shownAt(200);
    expect(await x(page)).toBe(500);
    expect(await opacity(page)).toBeCloseTo(motion.valueAt(0, "opacity", 200), 2);
  });

  it("moves as it is", async () => {
    await page.setContent(pageText({}));
    await shownAt(200);
    expect(await x(page)).toBeCloseTo(motion.valueAt(0, "x", 200), 1);
  });
});
