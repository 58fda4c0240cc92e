import { type ChannelId, eachTween, type Study } from "@levitas/core/study";
import type { Browser, BrowserContext, Page } from "puppeteer-core";
import {
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
import { inAll } from "./harness/whole.ts";

/** Blocks that stand in a row on a quay, and one card with a motion of its own. */
function quay(): Study {
  const block = (id: string, x: number, y: number) => ({
    id,
    name: id,
    kind: "block" as const,
    parent: null,
    pivot: { x: 0.5, y: 0.5 },
    hue: "slate" as const,
    rest: { x, y, width: 60, height: 40, color: "#3F5E8C" },
    look: {},
  });
  return {
    format: "levitas-study",
    version: 2,
    name: "Quay",
    scene: { width: 640, height: 400, background: "#DFE7E4", frameRate: 60 },
    figures: [block("left", 100, 100), block("middle", 260, 160), block("right", 480, 120)],
    curves: [],
    sequence: [
      {
        type: "tween",
        id: "glide",
        name: "glide",
        tether: { to: "start", offset: 0 },
        figures: ["left"],
        tracks: [
          {
            channel: "x",
            keys: [
              { id: "k1", time: 0, value: 100 },
              { id: "k2", time: 1000, value: 100 },
            ],
          },
        ],
      },
    ],
    followers: [],
    markers: [],
  };
}

describe("hands on the scene", () => {
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
    await page.setViewport({ width: 1280, height: 800 });
  });
  afterEach(async () => {
    expect(problems).toEqual([]);
    await context.close();
  });

  async function open(): Promise<string> {
    const id = await openNewStudy(page, server.url, { document: quay() });
    await page.waitForSelector('[data-figure="left"]');
    await frames(page, 3);
    return id;
  }
  const stored = async (id: string) => {
    await frames(page, 2);
    await waitUntilSaved(page);
    return storedDocument(server.url, id);
  };
  const rest = (study: Study, id: string, channel: ChannelId) =>
    Number(study.figures.find((figure) => figure.id === id)?.rest[channel] ?? 0);
  const keysOf = (study: Study, figure: string, channel: ChannelId) =>
    [...eachTween(study.sequence)]
      .filter(({ figures }) => figures.includes(figure))
      .flatMap(({ tracks }) => tracks.filter((track) => track.channel === channel))
      .flatMap(({ keys }) => keys);
  const figure = (id: string) => `[data-figure="${id}"]`;
  const choose = async (...ids: string[]) => {
    for (const [i, id] of ids.entries()) {
      if (i > 0) await page.keyboard.down("Shift");
      const at = await middleOf(page, figure(id));
      await page.mouse.click(at.x, at.y);
      if (i > 0) await page.keyboard.up("Shift");
      await frames(page, 2);
    }
  };
  const drag = async (
    selector: string,
    by: { x: number; y: number },
    held: "Shift" | "Alt" | "",
  ) => {
    const from = await middleOf(page, selector);
    if (held) await page.keyboard.down(held);
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    for (let i = 1; i <= 10; i++) {
      await page.mouse.move(from.x + (by.x * i) / 10, from.y + (by.y * i) / 10);
      await frames(page, 1);
    }
    return async () => {
      await page.mouse.up();
      if (held) await page.keyboard.up(held);
      await frames(page, 2);
    };
  };
  const undoLabel = () =>
    page.$eval('[aria-label^="Undo:"], [aria-label="Nothing to undo"]', (button) =>
      button.getAttribute("aria-label"),
    );

  it("Shift keeps a drag to one axis and keys that channel alone; the span that leads to the key is selected", async () => {
    const id = await open();
    await choose("left");
    await page.keyboard.press("Tab");
    await press(page, "Time in milliseconds");
    await page.keyboard.type("500");
    await page.keyboard.press("Enter");
    await frames(page, 3);
    const release = await drag(figure("left"), { x: 60, y: 14 }, "Shift");
    await release();
    const study = await stored(id);
    expect(keysOf(study, "left", "x")).toHaveLength(3);
    expect(keysOf(study, "left", "y")).toHaveLength(0);
    expect(rest(study, "left", "y")).toBe(100);
    // The first of two spans leads to the new key.
    expect(await textOf(page, 'section[aria-label="Curve"] h2')).toContain("span 1 of 2");
  });

  inAll("several figures are turned and scaled together about their common pivot", async () => {
    const id = await open();
    await choose("middle", "right");
    const before = await stored(id);
    await page.waitForSelector('[data-together="turn"]');
    const corner = await drag('[data-together="se"]', { x: 40, y: 12 }, "");
    await page.waitForFunction(() => document.body.textContent?.includes("2 figures ×"));
    await corner();
    const scaled = await stored(id);
    const factor = rest(scaled, "middle", "scaleX");
    expect(factor).toBeGreaterThan(1.05);
    expect(rest(scaled, "right", "scaleX")).toBe(factor);
    const middleOfBoth = (study: Study) =>
      rest(study, "middle", "x") + rest(study, "right", "x") + 60;
    expect(middleOfBoth(scaled)).toBeCloseTo(middleOfBoth(before), 1);
    await page.$eval('[data-together="turn"]', (handle) => (handle as SVGElement).focus());
    await page.keyboard.down("Shift");
    await page.keyboard.press("ArrowRight");
    await page.keyboard.up("Shift");
    const turned = await stored(id);
    expect(rest(turned, "middle", "rotate")).toBe(10);
    expect(rest(turned, "right", "rotate")).toBe(10);
    expect(middleOfBoth(turned)).toBeCloseTo(middleOfBoth(before), 1);
    // Each of them was one step.
    await page.click('[aria-label^="Undo:"]');
    await page.click('[aria-label^="Undo:"]');
    await frames(page, 2);
    expect(await undoLabel()).toBe("Nothing to undo");
    expect(await stored(id)).toEqual(before);
  });

  inAll("chosen figures are aligned and given equal gaps", async () => {
    const id = await open();
    await choose("left", "middle", "right");
    await press(page, "Align…");
    // What aligns comes when it is asked for the first time.
    const done = async (command: string): Promise<Study> => {
      const before = JSON.stringify(await stored(id));
      await press(page, command);
      for (let look = 0; look < 100; look++) {
        const now = await stored(id);
        if (JSON.stringify(now) !== before) return now;
      }
      throw new Error(`${command} changed nothing`);
    };
    const aligned = await done("Top");
    for (const each of ["left", "middle", "right"]) expect(rest(aligned, each, "y")).toBe(100);
    const even = await done("Across");
    // 100, 290, 480: gaps of 130 between boxes of 60.
    expect(rest(even, "middle", "x")).toBe(290);
    expect(rest(even, "right", "x")).toBe(480);
    await page.keyboard.press("Escape");
    await choose("left");
    await page.waitForFunction(
      () => ![...document.querySelectorAll("button")].some((each) => each.textContent === "Align…"),
    );
  });

  inAll(
    "the arrows nudge what is chosen after a click on it, and step through frames elsewhere",
    async () => {
      const id = await open();
      await choose("middle");
      await page.keyboard.press("ArrowRight");
      await page.keyboard.down("Shift");
      await page.keyboard.press("ArrowDown");
      await page.keyboard.up("Shift");
      const study = await stored(id);
      expect([rest(study, "middle", "x"), rest(study, "middle", "y")]).toEqual([261, 170]);
      expect(await textOf(page, '[aria-label="Time in milliseconds"]')).toBe("0");
      await page.evaluate(() => (document.activeElement as HTMLElement).blur());
      await page.keyboard.press("ArrowRight");
      await frames(page, 2);
      expect(await textOf(page, '[aria-label="Time in milliseconds"]')).toBe("17");
      expect(rest(await stored(id), "middle", "x")).toBe(261);
    },
  );

  it("Alt-drag makes a copy with its motion, as one step; Escape takes copy and drag back", async () => {
    const id = await open();
    const before = await stored(id);
    let release = await drag(figure("left"), { x: 20, y: 60 }, "Alt");
    await page.keyboard.press("Escape");
    await release();
    expect(await stored(id)).toEqual(before);
    expect(await undoLabel()).toBe("Nothing to undo");
    release = await drag(figure("left"), { x: 20, y: 60 }, "Alt");
    expect(await page.$$eval("[data-figure]", (all) => all.length)).toBe(4);
    await release();
    const study = await stored(id);
    expect(study.figures).toHaveLength(4);
    expect(rest(study, "left", "y")).toBe(100);
    const copy = study.figures.find(({ id: each }) => !["left", "middle", "right"].includes(each));
    expect(Number(copy?.rest.y)).toBeGreaterThan(150);
    expect(keysOf(study, copy?.id ?? "", "x").length).toBeGreaterThanOrEqual(2);
    expect(keysOf(study, "left", "x")).toEqual(keysOf(before, "left", "x"));
    await page.click('[aria-label="Undo: duplicate figures"]');
    await frames(page, 2);
    expect(await undoLabel()).toBe("Nothing to undo");
    expect(await stored(id)).toEqual(before);
  });

  it("a color is chosen in the picker: by its area, as text, from the scene, as one step each", async () => {
    const id = await open();
    await choose("middle");
    await page.keyboard.press("Escape");
    await press(page, "Show…");
    await (
      await page.waitForSelector(
        '::-p-xpath(//*[@aria-label="What the scene shows"]//button[.="Scene"])',
      )
    )?.click();
    await press(page, "Color of the background");
    const area = '[aria-label="Saturation and brightness"]';
    await page.waitForSelector(area);
    const release = await drag(area, { x: 60, y: -30 }, "");
    // The scene follows before anything is kept.
    expect((await storedDocument(server.url, id)).scene.background).toBe("#DFE7E4");
    expect(
      await page.$eval('[data-testid="stage"]', (stage) => (stage as HTMLElement).style.background),
    ).not.toContain("223, 231, 228");
    await release();
    const picked = (await stored(id)).scene.background;
    expect(picked).toMatch(/^#[0-9A-F]{6}$/);
    expect(picked).not.toBe("#DFE7E4");
    const field = await page.waitForSelector('[aria-label="Color as text"]');
    await field?.click({ count: 3 });
    await page.keyboard.type("oklch(0.7 0.1 200)");
    await page.keyboard.press("Enter");
    expect((await stored(id)).scene.background).toBe("oklch(0.7 0.1 200)");
    await page.click('[aria-label="Of the scene"] button[aria-label="#3F5E8C"]');
    expect((await stored(id)).scene.background).toBe("#3F5E8C");
    await page.waitForSelector(`[aria-label="Chosen last"] button[aria-label="${picked}"]`);
    await page.focus('[aria-label="Hue"]');
    await page.keyboard.press("ArrowRight");
    expect((await stored(id)).scene.background).not.toBe("#3F5E8C");
    for (let i = 0; i < 4; i++) await page.click('[aria-label^="Undo:"]');
    await frames(page, 2);
    expect(await undoLabel()).toBe("Nothing to undo");
    expect((await stored(id)).scene.background).toBe("#DFE7E4");
  });
});
