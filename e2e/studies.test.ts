import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import type { Browser, ElementHandle, Page } from "puppeteer-core";
import { audit, THEMES } from "./harness/audit.ts";
import { frames, openStudyByName, press, textOf } from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { handoffText, openHandoff } from "./harness/handoffRoom.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import { stopsOf } from "./harness/tracks.ts";
import { inAll } from "./harness/whole.ts";

const NOTICE = "[data-notice]";

describe("the studies", () => {
  let server: TestServer;
  let browser: Browser;
  let page: Page;
  let problems: string[];
  let folder: string;
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), "levitas-files-"));
    server = await startServer();
    browser = await launchBrowser();
    ({ page, problems } = await openPage(browser));
    await page.goto(server.url);
    await page.waitForSelector("article");
  });
  afterEach(async () => {
    await browser.close();
    await server.remove();
    rmSync(folder, { recursive: true, force: true });
  });

  const names = () =>
    page.$$eval("article h2", (titles) => titles.map((title) => title.textContent));
  const choose = async (item: string) => {
    const found = await page.waitForSelector(`::-p-xpath(//*[@role="menuitem"][.="${item}"])`);
    await found?.click();
  };
  const waitForCount = (count: number) =>
    page.waitForFunction((n) => document.querySelectorAll("article").length === n, {}, count);

  inAll("play in miniature while pointed at, and stand still otherwise", async () => {
    const needle = () =>
      page.$eval('[data-figure="needle"]', (element) => (element as HTMLElement).style.rotate);
    const still = await needle();
    await frames(page, 10);
    expect(await needle()).toBe(still);
    await page.hover('a[aria-label="Open Tide dial, the short way"]');
    await frames(page, 40);
    expect(await needle()).not.toBe(still);
    await page.mouse.move(5, 5);
    await frames(page, 5);
    expect(await needle()).toBe(still);
  });

  it("are found, duplicated, deleted and brought back", async () => {
    await page.type('input[type="search"]', "buoy");
    await waitForCount(1);
    await press(page, "More for Buoy bobs");
    await choose("Duplicate");
    await waitForCount(2);
    expect(await names()).toEqual(["Buoy bobs copy", "Buoy bobs"]);
    await press(page, "More for Buoy bobs copy");
    await choose("Delete");
    await waitForCount(1);
    await press(page, "Undo");
    await waitForCount(2);
    await page.type('input[type="search"]', " nowhere");
    await page.waitForSelector("::-p-text(No study is named like)");
    expect(problems).toEqual([]);
  });

  inAll("show a change that was made a moment before going back to them", async () => {
    await openStudyByName(page, server.url, "Buoy bobs");
    const name = await page.waitForSelector('[aria-label="Name of the study"]');
    await name?.click({ count: 3 });
    await page.keyboard.type("Bell buoy");
    await page.keyboard.press("Enter");
    await page.click('a[aria-label="All studies"]');
    await page.waitForSelector('a[aria-label="Open Bell buoy"]');
  });

  inAll("begin from nothing with something that moves", async () => {
    await press(page, "New study");
    await page.waitForSelector('[role="menuitem"]');
    await page.keyboard.press("ArrowDown");
    await page.keyboard.press("Enter");
    await page.waitForSelector('[data-testid="curve-plot"]');
    expect(
      await page.$eval('[aria-label="Name of the study"]', (f) => (f as HTMLInputElement).value),
    ).toBe("New study");
    const lane = await page.waitForSelector('[role="slider"][aria-label^="Keys of "]');
    const name = (await lane?.evaluate((slider) => slider.getAttribute("aria-label"))) ?? "";
    const keys = (await stopsOf(page, name)).filter(({ words }) => words.startsWith("Key "));
    expect(keys.map(({ words }) => words.slice(0, 10))).toEqual(["Key 1 of 2", "Key 2 of 2"]);
  });

  it("come from files, and a wrong file is explained with the place of its fault", async () => {
    const file = (name: string, text: string) => {
      const path = join(folder, name);
      writeFileSync(path, text);
      return path;
    };
    const bring = async (path: string) => {
      await page.locator("button ::-p-text(Bring in…)").click();
      const input = (await page.waitForSelector(
        'input[aria-label="File to bring in"]',
      )) as ElementHandle<HTMLInputElement>;
      await input.uploadFile(path);
    };
    await bring(file("notes.json", "dear harbour master"));
    const alert = '[role="dialog"] [role="alert"]';
    await page.waitForSelector(alert);
    expect(await textOf(page, alert)).toContain("Nothing that moves was found");
    await page.keyboard.press("Escape");
    await page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
    const { default: demo } = await import(resolve(import.meta.dirname, "../demo/4-buoy.json"), {
      with: { type: "json" },
    });
    const bad = JSON.parse(JSON.stringify(demo));
    bad.sequence[0].tracks[0].keys[1].time = 99_999;
    await bring(file("buoy.json", JSON.stringify(bad)));
    await page.waitForFunction(
      (at) =>
        document.querySelector(at)?.textContent?.includes("sequence[0].tracks[0].keys[2].time"),
      {},
      NOTICE,
    );
    expect(await textOf(page, NOTICE)).toContain("in order of their times");
    // It opens all the same, with what is sound: the keys in order.
    await page.waitForSelector('[data-testid="curve-plot"]');
    await page.goBack();
    await bring(file("good.json", JSON.stringify({ ...demo, name: "Buoy from a file" })));
    await page.waitForSelector('[data-testid="curve-plot"]');
    expect(await page.title()).toContain("Buoy from a file");
  });

  inAll("an address that leads nowhere says so and leads back", async () => {
    await page.goto(`${server.url}/studies/nobody`);
    expect(await textOf(page, '[role="alert"]')).toContain("There is no study");
    await page.goto(`${server.url}/harbour`);
    expect(await textOf(page, "h1")).toContain("nothing at this address");
  });

  inAll.each(THEMES)("axe finds no serious fault on either screen, %s", async (theme) => {
    await page.evaluate((name) => localStorage.setItem("levitas-theme", name), theme);
    await page.reload();
    await page.waitForSelector("article");
    expect(await audit(page)).toEqual([]);
    await openStudyByName(page, server.url, "Boarding pass drops");
    await page.waitForSelector('[data-testid="curve-plot"]');
    expect(await audit(page)).toEqual([]);
    await openHandoff(page);
    await handoffText(page);
    expect(await audit(page)).toEqual([]);
  });

  /** How much JavaScript a first visit may load, kB gzipped. */
  it.each([
    ["Studies", 190, async () => server.url, "a[data-study]"],
    [
      "Bench",
      296,
      async () => `${server.url}/studies/${await anyId()}`,
      "[aria-label='Save state']",
    ],
    ["Curves", 240, async () => `${server.url}/curves`, "article"],
    [
      "Hand-off",
      290,
      async () => `${server.url}/studies/${await anyId()}/handoff`,
      '[aria-label="Options"]',
    ],
  ])(
    "a first visit of %s loads at most %d kB of JavaScript, gzipped",
    async (name, most, at, there) => {
      const { gzipSync } = await import("node:zlib");
      const address = await at();
      const parts = new Map<string, number>();
      page.on("response", (response) => {
        const { pathname } = new URL(response.url());
        if (!pathname.endsWith(".js")) return;
        void response.buffer().then((code) => parts.set(pathname, gzipSync(code).length / 1024));
      });
      await page.setCacheEnabled(false);
      await page.goto("about:blank");
      await page.goto(address, { waitUntil: "networkidle0" });
      await page.waitForSelector(there);
      const total = [...parts.values()].reduce((sum, size) => sum + size, 0);
      console.log(`JavaScript for ${name}: ${total.toFixed(2)} kB gzipped`);
      const largest = [...parts].sort(([, a], [, b]) => b - a).slice(0, 8);
      expect(total > 100 && total <= most ? [] : [total, ...largest]).toEqual([]);
    },
  );

  const anyId = async (): Promise<string> => {
    const { studies } = await (await fetch(`${server.url}/api/studies`)).json();
    return studies[0].id;
  };
});
