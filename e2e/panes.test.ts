import type { Study } from "@levitas/core/study";
import type { Browser, BrowserContext, Page } from "puppeteer-core";
import {
  dragBy,
  frames,
  openNewStudy,
  press,
  retype,
  storedDocument,
  textOf,
  waitUntilSaved,
} from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import { clickSpan } from "./harness/tracks.ts";
import { inAll } from "./harness/whole.ts";

describe("the panes of the bench, and finding the way", () => {
  let server: TestServer;
  let browser: Browser;
  let context: BrowserContext;
  let page: Page;
  let problems: string[];
  beforeAll(async () => {
    server = await startServer();
    browser = await launchBrowser();
  });
  afterAll(async () => {
    await browser.close();
    await server.remove();
  });
  beforeEach(async () => {
    context = await browser.createBrowserContext();
    ({ page, problems } = await openPage(context));
  });
  afterEach(async () => {
    expect(problems).toEqual([]);
    await context.close();
  });

  const ready = async () => {
    await page.waitForSelector('[aria-label="Curve as text"]');
    await frames(page, 3);
  };
  async function open(demo: string): Promise<string> {
    const id = await openNewStudy(page, server.url, { demo });
    await ready();
    return id;
  }
  const sizeOf = async (selector: string) => {
    const box = await (await page.waitForSelector(selector))?.boundingBox();
    return { width: Math.round(box?.width ?? 0), height: Math.round(box?.height ?? 0) };
  };
  const scene = () => sizeOf('section[aria-label="Scene"]');
  const hotkey = async (
    ...keys: ("Control" | "Shift" | "k" | "z" | "1" | "2" | "3" | "Escape")[]
  ) => {
    for (const key of keys.slice(0, -1)) await page.keyboard.down(key);
    await page.keyboard.press(keys.at(-1) as "k");
    for (const key of keys.slice(0, -1)) await page.keyboard.up(key);
    await frames(page, 3);
  };
  const size = async (width: number, height: number) => {
    await page.setViewport({ width, height });
    await frames(page, 4);
  };

  it("fill the window, from a small one to a very large one", async () => {
    await size(1280, 800);
    await open("boarding-pass");
    expect((await scene()).width).toBeGreaterThan(580);
    await size(1920, 1080);
    expect((await scene()).width).toBeGreaterThanOrEqual(860);
    await size(2560, 1440);
    expect((await sizeOf('[data-testid="curve-plot"]')).height).toBeGreaterThanOrEqual(500);
    await size(1024, 768);
    expect((await scene()).width).toBeGreaterThan(440);
    // Nothing makes the page itself wider or higher than the window.
    expect(
      await page.evaluate(() => [
        document.documentElement.scrollWidth,
        document.documentElement.scrollHeight,
      ]),
    ).toEqual([1024, 768]);
  });

  it("show a curve with its numbers, readings, text and stock without a scroll bar", async () => {
    await size(1280, 800);
    await open("boarding-pass");
    const scrolling = () =>
      page.$$eval('section[aria-label="Curve"], section[aria-label="Curve"] *', (all) =>
        all
          .filter((element) => {
            const { overflowY } = getComputedStyle(element);
            return (
              (overflowY === "auto" || overflowY === "scroll") &&
              element.scrollHeight > element.clientHeight + 1
            );
          })
          .map((element) => element.className),
      );
    expect(await scrolling()).toEqual([]);
    // The fullest there is: four numbers, the route of an angle, and what is said in frames.
    await open("tide-dial");
    expect(await scrolling()).toEqual([]);
    await press(page, "In frames…");
    const field = await page.waitForSelector(
      '::-p-xpath(//label[contains(., "Speeds up over")]//input)',
    );
    if (!field) throw new Error("There is no form");
    const box = await field.boundingBox();
    expect(box && box.y > 0 && box.y + box.height < 800).toBe(true);
    await retype(page, field, "12");
    await page.keyboard.press("Enter");
    await page.waitForFunction(() =>
      document
        .querySelector<HTMLInputElement>('[aria-label="Curve as text"]')
        ?.value.startsWith("cruise(rise: 18.18"),
    );
    await page.keyboard.press("Escape");
    await open("boarding-pass");
    for (const name of ["Curve as text", "x1"])
      expect(await page.$(`[aria-label="${name}"]`)).not.toBeNull();
    await page.waitForSelector('section[aria-label="Curves to choose from"] button[title="ease"]');
  });

  it("are arranged in three ways by one key each, and Escape leaves the scene alone", async () => {
    await size(1280, 800);
    await open("boarding-pass");
    const side = await scene();
    await hotkey("2");
    const long = await scene();
    expect(long.width).toBeLessThan(310);
    expect(long.width).toBeGreaterThan(280);
    await hotkey("3");
    const alone = await scene();
    expect(alone.width).toBe(1280);
    expect(alone.height).toBeGreaterThan(680);
    // What is not seen is not reached either.
    expect(await page.$('[inert] section[aria-label="Timeline"]')).not.toBeNull();
    await page.waitForSelector('[aria-label="Transport"] button[aria-label="Play"]');
    await hotkey("Escape");
    expect((await scene()).width).toBe(long.width);
    await press(page, "Side by side: Scene and curve beside the timeline (1)");
    await frames(page, 3);
    expect(await scene()).toEqual(side);
  });

  inAll(
    "keep the sizes that a person gives them, each arrangement its own; a double-click restores",
    async () => {
      await size(1280, 800);
      await open("boarding-pass");
      const before = await scene();
      await dragBy(page, '[aria-label="Between scene and timeline"]', { x: -80, y: 0 });
      // In the narrower column the transport takes a second line from the scene.
      await dragBy(page, '[aria-label="Between scene and curve"]', { x: 0, y: 100 });
      await frames(page, 2);
      const after = await scene();
      expect(after.width).toBeLessThan(before.width - 60);
      expect(after.height).toBeGreaterThan(before.height + 40);
      await dragBy(page, '[aria-label="Width of the names"]', { x: 50, y: 0 });
      await hotkey("2");
      await hotkey("1");
      expect(await scene()).toEqual(after);
      await page.reload();
      await ready();
      const again = await scene();
      expect(Math.abs(again.width - after.width)).toBeLessThanOrEqual(1);
      expect(Math.abs(again.height - after.height)).toBeLessThanOrEqual(1);
      expect(
        await page.$eval('[aria-label="Width of the names"]', (grip) =>
          grip.getAttribute("aria-valuenow"),
        ),
      ).toBe("266");
      await page.click('[aria-label="Between scene and timeline"]', { count: 2 });
      await page.click('[aria-label="Between scene and curve"]', { count: 2 });
      await frames(page, 3);
      expect(await scene()).toEqual(before);
      // The arrows move a divider too.
      await page.focus('[aria-label="Between scene and timeline"]');
      await page.keyboard.press("ArrowLeft");
      await frames(page, 2);
      expect((await scene()).width).toBeLessThan(before.width);
    },
  );

  it("show the graph of the selected channel in free space by itself, until rows need it", async () => {
    await size(1280, 800);
    await open("boarding-pass");
    const graph = '[aria-label="Graph of Pass y, following the selection"]';
    await page.waitForSelector(graph);
    await clickSpan(page, "Pass rotate");
    await page.waitForSelector('[aria-label="Graph of Pass rotate, following the selection"]');
    await press(page, "follows ✓");
    await page.waitForFunction(
      () => !document.querySelector('[aria-label$="following the selection"]'),
    );
    await press(page, "Graph");
    await page.waitForSelector('[aria-label="Graph of Pass rotate, following the selection"]');
    await size(1280, 700);
    await page.waitForFunction(
      () => !document.querySelector('[aria-label$="following the selection"]'),
    );
  });

  it("the palette runs commands, says why one does not apply, and goes to figures and markers", async () => {
    await size(1280, 800);
    await open("boarding-pass");
    const find = async (text: string) => {
      await hotkey("Control", "k");
      await page.waitForSelector('[role="combobox"][aria-label="What do you want to do?"]');
      await page.keyboard.type(text);
      await frames(page, 2);
    };
    const closed = () => page.waitForFunction(() => !document.querySelector('[role="combobox"]'));
    await find("smooth");
    expect(await textOf(page, '[role="option"][aria-selected="true"]')).toContain(
      "Choose a key first",
    );
    await page.keyboard.press("Enter");
    // It stays, with its reason.
    expect(await page.$('[role="combobox"]')).not.toBeNull();
    await page.keyboard.press("Escape");
    await closed();
    await find("hand off");
    await page.keyboard.press("Enter");
    await page.waitForFunction(() => location.pathname.endsWith("/handoff"));
    await page.goBack();
    await page.waitForSelector("[data-figure-row]");
    await find("landed");
    await page.keyboard.press("Enter");
    await closed();
    await page.waitForFunction(
      () => document.querySelector('[aria-label^="Time in milliseconds"]')?.textContent === "1100",
    );
    await find("lamp figure");
    await page.keyboard.press("Enter");
    await closed();
    await page.waitForFunction(() =>
      [...document.querySelectorAll("[data-figure-row] button.font-semibold")].some(
        (button) => button.textContent === "Lamp",
      ),
    );
    await find("scene fills");
    expect(await textOf(page, '[role="option"][aria-selected="true"]')).toMatch(/3$/);
    await page.keyboard.press("Enter");
    await closed();
    await frames(page, 3);
    expect((await scene()).width).toBe(1280);
  });

  it("what was done is listed in words, and can be gone back to and forth again", async () => {
    await size(1280, 800);
    const id = await open("boarding-pass");
    const first = await storedDocument(server.url, id);
    await page.click('section[aria-label="Curves to choose from"] button[title="ease"]');
    // Sooner than half a second it would be one step: a thing that is nudged on.
    await new Promise((done) => setTimeout(done, 600));
    await page.click('section[aria-label="Curves to choose from"] button[title="ease-in"]');
    await page.keyboard.press("n");
    await waitUntilSaved(page);
    const last = await storedDocument(server.url, id);
    await press(page, "What was done");
    const list = '[aria-label="What was done, the newest first"]';
    await page.waitForSelector(list);
    const lines = () =>
      page.$$eval('[aria-label="What was done, the newest first"] button', (buttons) =>
        buttons.map((button) => button.textContent),
      );
    expect(await lines()).toEqual([
      "add marker",
      "change curve Pass · y, 200 ms",
      "change curve Pass · y, 200 ms",
      "As it was opened",
    ]);
    const take = async (place: number, wanted: Study) => {
      await page.click(`${list} li:nth-child(${place}) button`);
      await frames(page, 2);
      await waitUntilSaved(page);
      expect(await storedDocument(server.url, id)).toEqual(wanted);
    };
    await take(4, first);
    await take(1, last);
  });
});
