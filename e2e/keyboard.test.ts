import { type ChannelId, eachTween, type Study } from "@levitas/core/study";
import type { Browser, BrowserContext, KeyInput, Page } from "puppeteer-core";
import { frames, openNewStudy, storedDocument, textOf, waitUntilSaved } from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { startServer, type TestServer } from "./harness/server.ts";

/** One card on a quay; nothing moves yet. */
const QUAY: Study = {
  format: "levitas-study",
  version: 2,
  name: "Quay",
  scene: { width: 640, height: 400, background: "#DFE7E4", frameRate: 60 },
  figures: [
    {
      id: "pass",
      name: "Pass",
      kind: "card",
      parent: null,
      pivot: { x: 0.5, y: 0.5 },
      hue: "slate",
      rest: { x: 40, y: 140, width: 160, height: 100 },
      look: {},
    },
  ],
  curves: [],
  sequence: [],
  followers: [],
  markers: [],
};

describe("the keyboard alone", () => {
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

  const press = async (...keys: KeyInput[]) => {
    for (const key of keys.slice(0, -1)) await page.keyboard.down(key);
    await page.keyboard.press(keys.at(-1) as KeyInput);
    for (const key of keys.slice(0, -1)) await page.keyboard.up(key);
    await frames(page, 2);
  };
  /** Goes from stop to stop until it is on one that fits. */
  const tabTo = async (selector: string, text?: string) => {
    for (let i = 0; i < 160; i++) {
      const there = await page.evaluate(
        (wanted, words) => {
          const now = document.activeElement;
          return (
            (now?.matches(wanted) ?? false) && (words === undefined || now?.textContent === words)
          );
        },
        selector,
        text,
      );
      if (there) return;
      await page.keyboard.press("Tab");
    }
    throw new Error(`Tab never comes to ${selector} ${text ?? ""}`);
  };
  const type = async (text: string) => {
    await page.keyboard.type(text);
    await press("Enter");
    await frames(page, 2);
  };
  const time = async (ms: number) => {
    await tabTo('[aria-label="Time in milliseconds"]');
    await press("Enter");
    await type(String(ms));
  };

  it("builds a motion of two keys, eases it, splits it and tethers it", async () => {
    const id = await openNewStudy(page, server.url, { document: QUAY });
    await page.waitForSelector('[data-figure="pass"]');
    await frames(page, 3);
    const stored = async () => {
      await frames(page, 2);
      await waitUntilSaved(page);
      return storedDocument(server.url, id);
    };
    const keysOf = (study: Study, channel: ChannelId) =>
      [...eachTween(study.sequence)].flatMap(({ tracks }) =>
        tracks.filter((track) => track.channel === channel).flatMap(({ keys }) => keys),
      );

    // A channel, with a key where the playhead is.
    await press("a");
    await page.waitForSelector('[role="combobox"]');
    await type("x");
    await page.waitForSelector('button[aria-label="Pass x"]');
    // Another one later, by its value.
    await time(1000);
    await tabTo('button[aria-label="Pass x"]');
    await press("Enter");
    await type("400");
    let study = await stored();
    expect(keysOf(study, "x").map((key) => [key.time, key.value])).toEqual([
      [0, 40],
      [1000, 400],
    ]);

    // The span that leads to it is selected: the stock eases it.
    await tabTo('section[aria-label="Curves to choose from"] button[title="ease-out"]');
    await press("Enter");
    study = await stored();
    expect(keysOf(study, "x")[0]?.curve).toEqual({ kind: "keyword", name: "ease-out" });

    // As a block it is chosen, split at the playhead, and its second part hung on the study's start.
    await time(500);
    await press("q");
    const [block] = study.sequence;
    await tabTo(`[data-block-row="${block?.id}"] button`, block?.name);
    await press("Enter");
    await press("x");
    await page.waitForFunction(() => document.querySelectorAll("[data-block-row]").length === 2);
    // Those who hear the screen are told, also what undoing took back.
    const told = () => textOf(page, '[aria-label="What was done last"]');
    const split = await told();
    expect(split).toMatch(/^split /);
    await press("Control", "z");
    expect(await told()).toBe(`Undone: ${split}`);
    await press("Control", "Shift", "z");
    expect(await told()).toBe(`Done again: ${split}`);
    study = await stored();
    expect(study.sequence).toHaveLength(2);
    expect(study.sequence[1]?.tether).toMatchObject({ to: "item", id: block?.id, edge: "end" });
    const second = study.sequence[1]?.id ?? "";
    await tabTo(`[data-block-row="${second}"] button`);
    await press("Enter");
    await tabTo('button[title="What it is tethered to"]');
    await press("Enter");
    await page.waitForSelector('[aria-label="Find something to tether it to"]');
    await tabTo('[aria-label="Find something to tether it to"]');
    await type("start of the study");
    study = await stored();
    expect(study.sequence.find(({ id: each }) => each === second)?.tether.to).toBe("start");
  });
});
