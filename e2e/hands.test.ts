import type { Browser, BrowserContext, Page } from "puppeteer-core";
import {
  dragBy,
  dragFrom,
  frames,
  middleOf,
  openNewStudy,
  press,
  storedDocument,
  textOf,
  waitUntilSaved,
} from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import { placeOfBlock, stopsOf } from "./harness/tracks.ts";
import { inAll } from "./harness/whole.ts";

describe("hands", () => {
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
  afterEach(() => context.close());

  /** Opens a new study made from a demo, or a new one of a ball with two keys. */
  async function open(demo: string): Promise<string> {
    const id = await openNewStudy(page, server.url, { demo });
    await page.waitForSelector('[aria-label="Curve as text"]');
    await frames(page, 3);
    return id;
  }
  const undoLabel = () =>
    page.$eval('[aria-label^="Undo:"], [aria-label="Nothing to undo"]', (button) =>
      button.getAttribute("aria-label"),
    );
  /** Takes back everything; how many steps that was. */
  const undoAll = async () => {
    let steps = 0;
    for (; (await undoLabel()) !== "Nothing to undo"; steps++) {
      await page.click('[aria-label^="Undo:"]');
      await frames(page, 1);
    }
    return steps;
  };
  /** Holds a key as a person does: one press, and then repeats. */
  const hold = async (key: "Space" | "k" | "n" | "ArrowRight", repeats: number) => {
    for (let i = 0; i < repeats; i++) await page.keyboard.down(key);
    await page.keyboard.up(key);
    await frames(page, 2);
  };

  it("a held Space plays once, a held K sets one key, a held arrow steps on", async () => {
    await open("boarding-pass");
    await hold("Space", 21);
    await page.waitForSelector('button[aria-label="Pause"]');
    await page.keyboard.press("Space");
    await page.keyboard.press("Home");
    await hold("ArrowRight", 10);
    expect(await textOf(page, '[aria-label^="Time in milliseconds"]')).toBe("167");
    await hold("k", 21);
    await hold("n", 21);
    expect(await undoAll()).toBe(2);
  });

  inAll("columns of keys follow a key that was set, and one that was taken back", async () => {
    await open("boarding-pass");
    const columns = async () =>
      (await stopsOf(page, "Columns of Pass")).map(({ x }) => Math.round(x));
    const before = await columns();
    await page.keyboard.press("Home");
    for (let i = 0; i < 7; i++) await page.keyboard.press("ArrowRight");
    await page.keyboard.press("k");
    await frames(page, 3);
    const after = await columns();
    expect(after).toHaveLength(before.length + 1);
    expect(after.filter((x) => !(x > 1))).toHaveLength(before.filter((x) => !(x > 1)).length);
    await page.click('[aria-label^="Undo:"]');
    await frames(page, 3);
    expect(await columns()).toEqual(before);
  });

  it("a figure that is grabbed by its middle moves, and its pivot stays", async () => {
    const id = await open("buoy");
    const { figures } = await storedDocument(server.url, id);
    const buoy = figures.find(({ kind }) => kind !== "group") ?? figures[0];
    await page.click(`[data-figure="${buoy?.id}"]`).catch(() => {});
    await page.waitForSelector('[data-part="pivot-ring"]');
    await frames(page, 2);
    const middle = await middleOf(page, '[data-part="pivot-ring"]');
    await page.mouse.move(middle.x, middle.y);
    await page.mouse.down();
    await page.mouse.move(middle.x + 30, middle.y + 8, { steps: 4 });
    await frames(page, 2);
    await page.mouse.up();
    await waitUntilSaved(page);
    const moved = await storedDocument(server.url, id);
    expect(moved.figures.map(({ pivot }) => pivot)).toEqual(figures.map(({ pivot }) => pivot));
    expect(await undoLabel()).not.toContain("pivot");
    expect(await undoAll()).toBe(1);
  });

  inAll(
    "a drag whose block leaves the screen is taken back, and what comes after is saved",
    async () => {
      const id = await open("boarding-pass");
      await page.keyboard.press("q");
      const drop = await placeOfBlock(page, "drop");
      await dragFrom(page, drop, { x: 60, y: 0 }, { release: false });
      await page.keyboard.press("q");
      await frames(page, 3);
      expect(await page.$('[role="tooltip"]:not(:empty)')).toBeNull();
      await page.mouse.up();
      await frames(page, 2);
      expect(await undoLabel()).toBe("Nothing to undo");
      await page.keyboard.press("n");
      await waitUntilSaved(page);
      expect((await storedDocument(server.url, id)).markers.length).toBeGreaterThan(0);
    },
  );

  it("Escape takes back a drag, and a cancelled pointer does, too", async () => {
    await open("boarding-pass");
    const value = () => page.$eval('[data-testid="curve-line"]', (line) => line.getAttribute("d"));
    const before = await value();
    await dragBy(page, '[data-handle="1"]', { x: 40, y: 30 }, { release: false });
    await frames(page, 2);
    expect(await value()).not.toBe(before);
    await page.keyboard.press("Escape");
    await frames(page, 3);
    expect(await value()).toBe(before);
    await page.mouse.up();
    await frames(page, 2);
    expect([await value(), await undoLabel()]).toEqual([before, "Nothing to undo"]);
    await dragBy(page, '[data-handle="1"]', { x: 40, y: 30 }, { release: false });
    await page.$eval('[data-handle="1"]', (handle) =>
      handle.dispatchEvent(
        new PointerEvent("pointercancel", { bubbles: true, pointerId: 1, buttons: 1 }),
      ),
    );
    await frames(page, 2);
    await page.mouse.up();
    await frames(page, 2);
    expect([await value(), await undoLabel()]).toEqual([before, "Nothing to undo"]);
  });

  inAll("a graph pans up and down by the middle button", async () => {
    await open("boarding-pass");
    await page.keyboard.press("g");
    const line = await page.waitForSelector('[data-testid="graph-line"], svg[data-pans] path[d]');
    await frames(page, 3);
    const graph = "svg[data-pans]";
    const paths = () =>
      page.$$eval(`${graph} path`, (list) => list.map((path) => path.getAttribute("d")).join("|"));
    const before = await paths();
    const at = await middleOf(page, graph);
    await page.mouse.move(at.x, at.y);
    await page.mouse.down({ button: "middle" });
    await page.mouse.move(at.x, at.y + 25, { steps: 4 });
    await page.mouse.up({ button: "middle" });
    await frames(page, 3);
    expect(line).not.toBeNull();
    expect(await paths()).not.toBe(before);
  });

  inAll("a figure that is dragged away in the list and back again stays where it was", async () => {
    const id = await open("buoy");
    const { figures } = await storedDocument(server.url, id);
    const mark = await page.waitForSelector(`[data-figure-row="${figures[0]?.id}"] [title*="rag"]`);
    const box = await mark?.boundingBox();
    if (!box) throw new Error("The mark is not on the screen");
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x, y + 200, { steps: 6 });
    await frames(page, 2);
    await page.mouse.move(x, y, { steps: 6 });
    await frames(page, 2);
    await page.mouse.up();
    await frames(page, 2);
    expect(await undoLabel()).toBe("Nothing to undo");
  });

  inAll("smoothing by button and by key is one act and one step of the history", async () => {
    await open("ferry-crosses");
    await page.keyboard.down("Control");
    await page.keyboard.press("a");
    await page.keyboard.up("Control");
    await page.keyboard.press("s");
    await frames(page, 2);
    const byKey = [await undoLabel(), await undoAll()];
    await page.keyboard.down("Control");
    await page.keyboard.press("a");
    await page.keyboard.up("Control");
    await press(page, "Smooth");
    await frames(page, 2);
    expect([await undoLabel(), await undoAll()]).toEqual(byKey);
    expect(byKey[1]).toBe(1);
  });

  inAll("one card that cannot be drawn does not take the list with it", async () => {
    await page.setRequestInterception(true);
    page.on("request", async (request) => {
      if (!request.url().includes("/api/studies?")) return void request.continue();
      const answer = await fetch(request.url());
      const body = (await answer.json()) as { studies: { thumbnail: unknown }[] };
      if (body.studies[0]) body.studies[0].thumbnail = { figures: [{}] };
      void request.respond({ contentType: "application/json", body: JSON.stringify(body) });
    });
    await page.goto(server.url);
    await page.waitForSelector("article");
    await frames(page, 5);
    expect((await page.$$("article")).length).toBeGreaterThan(3);
    expect(problems.join()).toContain("The miniature failed");
  });

  inAll("the list of studies shows on every way to it", async () => {
    await open("boarding-pass");
    const cards = () => page.waitForSelector("article", { timeout: 4000 });
    await page.click('nav a[href="/"]');
    await cards();
    await page.click('nav a[href="/curves"]');
    await page.waitForSelector('nav a[href="/curves"][aria-current]');
    await page.click('nav a[href="/"]');
    await cards();
    const card = await page.waitForSelector("a[data-study]");
    await card?.click();
    await page.waitForSelector('[aria-label="Save state"]');
    await page.goBack();
    await cards();
    await page.goForward();
    await page.waitForSelector('[aria-label="Save state"]');
    await page.click('nav a[href="/"]');
    await cards();
  });
});
