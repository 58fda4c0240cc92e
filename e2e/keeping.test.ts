import type { Browser, Page } from "puppeteer-core";
import { dragBy, openStudyByName, press, storedDocument, waitUntilSaved } from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { startServer, type TestServer } from "./harness/server.ts";

const curveText = (page: Page) =>
  page.$eval('[aria-label="Curve as text"]', (field) => (field as HTMLInputElement).value);

/** Gives the selected span a curve of the stock. */
const choose = async (page: Page, preset: string) => {
  const button = await page.waitForSelector(
    `section[aria-label="Curves to choose from"] button[title="${preset}"]`,
  );
  await button?.click();
};

describe("nothing is lost", () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await startServer();
    browser = await launchBrowser();
  });
  afterEach(async () => {
    await browser.close();
    await server.remove();
  });

  /** Two tabs on one study; the first has saved "ease-in", the second "ease-out" against it. */
  async function twoTabs() {
    const a = (await openPage(browser)).page;
    const b = (await openPage(browser)).page;
    const id = await openStudyByName(a, server.url, "Boarding pass drops");
    await openStudyByName(b, server.url, "Boarding pass drops");
    await a.bringToFront();
    await choose(a, "ease-in");
    await waitUntilSaved(a);
    await b.bringToFront();
    await choose(b, "ease-out");
    await b.waitForSelector('[aria-label="Save state"][data-state="conflict"]');
    expect(await b.$eval('[role="alert"]', (bar) => bar.textContent)).toContain("saved elsewhere");
    return { b, id };
  }
  const curveOf = async (id: string) => {
    const { sequence } = await storedDocument(server.url, id);
    const drop = sequence.find((item) => item.id === "drop");
    return drop?.type === "tween" ? drop.tracks[0]?.keys[0]?.curve : undefined;
  };

  it("two tabs: the second to save is told, and may keep its own", async () => {
    const { b, id } = await twoTabs();
    expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-in" });
    await press(b, "Keep mine");
    await waitUntilSaved(b);
    expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-out" });
  }, 60_000);

  it("two tabs: or keep the other's, and undo even that", async () => {
    const { b, id } = await twoTabs();
    await press(b, "Keep theirs");
    await waitUntilSaved(b);
    expect(await curveText(b)).toBe("ease-in");
    expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-in" });
    await b.click('[aria-label^="Undo:"]');
    expect(await curveText(b)).toBe("ease-out");
    await waitUntilSaved(b);
    expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-out" });
  }, 60_000);

  it("two tabs: or keep both, as two studies", async () => {
    const { b, id } = await twoTabs();
    await press(b, "Keep both");
    await b.waitForFunction((old) => !location.pathname.endsWith(old), {}, id);
    await b.waitForSelector('[aria-label="Curve as text"]');
    expect(await curveText(b)).toBe("ease-out");
    const copy = b.url().split("/").at(-1) ?? "";
    expect((await storedDocument(server.url, copy)).name).toBe("Boarding pass drops (mine)");
    expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-in" });
    expect(await curveOf(copy)).toEqual({ kind: "keyword", name: "ease-out" });
  }, 60_000);

  it("a killed server: the work waits in the browser and is saved when it is back", async () => {
    const { page } = await openPage(browser);
    const id = await openStudyByName(page, server.url, "Boarding pass drops");
    await server.kill();
    await choose(page, "ease-out");
    await page.waitForSelector('[aria-label="Save state"][data-state="failed"]');
    expect(await page.$eval('[aria-label="Save state"]', (state) => state.textContent)).toContain(
      "cannot be reached",
    );
    await server.again();
    await waitUntilSaved(page);
    expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-out" });
  }, 60_000);

  it("a killed server and a closed tab: the work is there when the study is opened again", async () => {
    const { page } = await openPage(browser);
    const id = await openStudyByName(page, server.url, "Boarding pass drops");
    await server.kill();
    await choose(page, "ease-out");
    await page.waitForSelector('[aria-label="Save state"][data-state="failed"]');
    await page.close();
    await server.again();
    const again = (await openPage(browser)).page;
    await openStudyByName(again, server.url, "Boarding pass drops");
    await again.waitForSelector('[aria-label^="Undo:"]');
    expect(await curveText(again)).toBe("ease-out");
    await waitUntilSaved(again);
    expect(await curveOf(id)).toEqual({ kind: "keyword", name: "ease-out" });
  }, 60_000);

  it("a reload right after a drag keeps what was dragged", async () => {
    const { page } = await openPage(browser);
    const id = await openStudyByName(page, server.url, "Boarding pass drops");
    await dragBy(page, '[data-handle="1"]', { x: 40, y: 30 });
    const dragged = await curveText(page);
    expect(dragged).toMatch(/^cubic-bezier/);
    await page.reload();
    await page.waitForSelector('[aria-label="Curve as text"]');
    await page.waitForFunction(
      (text) =>
        document.querySelector<HTMLInputElement>('[aria-label="Curve as text"]')?.value === text,
      {},
      dragged,
    );
    await waitUntilSaved(page);
    expect(await curveOf(id)).toMatchObject({ kind: "cubic-bezier" });
  }, 60_000);
});
