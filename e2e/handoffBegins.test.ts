import { HANDOFF_FORMATS, initialSettings } from "@levitas/core/format";
import { compileStudy } from "@levitas/core/motion";
import type { Browser, Page } from "puppeteer-core";
import { figure, key, kiosk, tween } from "../packages/core/src/testing/index.ts";
import { writerOf } from "../packages/core/src/testing/writers.ts";
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

const textOf = (id: string, settings: Record<string, string>): string => {
  const format = HANDOFF_FORMATS.find((each) => each.id === id);
  if (!format) throw new Error(id);
  return writerOf(id).write(study, { ...initialSettings(format, study), ...settings }, {}).text;
};
/** A page in which the study begins as it is told, by CSS alone or by the module in somebody's own page. */
const PAGES: Readonly<Record<string, (settings: Record<string, string>) => string>> = {
  page: (settings) => textOf("page", settings),
  module: (settings) => {
    const { begins = "load" } = settings;
    const scrolled = begins === "scroll" ? "body { min-height: 400vh }" : "";
    const call = begins === "load" ? "play(document)" : "begin()";
    return `<!doctype html><style>body { margin: 0 } ${scrolled}
.scene { position: sticky; top: 0; width: 640px; height: 400px }</style><body><div class="scene"><div class="buoy"></div></div>
<script type="module">${textOf("module", settings)}
globalThis.player = ${call};
</script>`;
  },
};
/** Gives the scene its class, or takes it away: in a page by its button. */
const toggle = async (page: Page, kind: string) =>
  kind === "page"
    ? page.locator("button ::-p-text(Begin or end)").click()
    : page.$eval(".scene", (scene) => void scene.classList.toggle("playing"));
const x = (page: Page) =>
  page.evaluate(() =>
    Number.parseFloat(getComputedStyle(document.querySelector(".buoy") as Element).translate),
  );
const opacity = (page: Page) =>
  page.evaluate(() => Number(getComputedStyle(document.querySelector(".buoy") as Element).opacity));
const stands = (page: Page, where: number) =>
  page.waitForFunction(
    (wanted) =>
      Number.parseFloat(getComputedStyle(document.querySelector(".buoy") as Element).translate) ===
      wanted,
    {},
    where,
  );
const arrived = (page: Page) => stands(page, 500);

describe.each(Object.keys(PAGES))("a %s begins", (kind) => {
  const text = PAGES[kind] as (typeof PAGES)[string];
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
    await page.setContent(text({}));
    await arrived(page);
  });

  it("while it is hovered, and stands before as it begins", async () => {
    await page.mouse.move(990, 690);
    await page.setContent(text({ begins: "hover" }));
    await stands(page, 200);
    expect(await opacity(page)).toBe(0);
    await page.mouse.move(300, 200);
    await arrived(page);
    await page.mouse.move(990, 690);
    await stands(page, 200);
  });

  it("while it is pressed", async () => {
    await page.setContent(text({ begins: "press" }));
    await page.mouse.move(300, 200);
    await stands(page, 200);
    await page.mouse.down();
    await arrived(page);
    await page.mouse.up();
    await stands(page, 200);
  });

  it("while it has its class", async () => {
    await page.setContent(text({ begins: "class" }));
    await stands(page, 200);
    await toggle(page, kind);
    await arrived(page);
    await toggle(page, kind);
    await stands(page, 200);
  });

  it("once it comes into view", async () => {
    const html = text({ begins: "view" }).replace("<body>", '<body><p style="height: 3000px"></p>');
    await page.setContent(html);
    await new Promise((done) => setTimeout(done, 300));
    expect(await x(page)).toBe(200);
    await page.evaluate(() => scrollTo(0, 3000));
    await arrived(page);
  });

  it("with the scroll position: each place of the page is a moment of the motion", async () => {
    await page.setContent(text({ begins: "scroll" }));
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

describe.each(Object.keys(PAGES))("for people who prefer reduced motion a %s", (kind) => {
  const text = PAGES[kind] as (typeof PAGES)[string];
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
    await page.setContent(text({ reduced: "end", begins }));
    if (begins === "class") await toggle(page, kind);
    await shownAt(150);
    await arrived(page);
    expect(await opacity(page)).toBe(1);
  });

  it("stands still at rest", async () => {
    await page.setContent(text({ reduced: "rest" }));
    await shownAt(150);
    await stands(page, 50);
    expect(await opacity(page)).toBe(1);
  });

  it("only fades: it is where it ends, and appears there", async () => {
    await page.setContent(text({ reduced: "fade" }));
    await shownAt(200);
    await arrived(page);
    expect(await opacity(page)).toBeCloseTo(motion.valueAt(0, "opacity", 200), 2);
    if (kind !== "module") return;
    // What was held is let go as well.
    const left = await page.evaluate(() => {
      (globalThis as unknown as { player: { cancel: () => void } }).player.cancel();
      return document.getAnimations().length;
    });
    expect(left).toBe(0);
  });

  it("moves as it is", async () => {
    await page.setContent(text({}));
    await shownAt(200);
    expect(await x(page)).toBeCloseTo(motion.valueAt(0, "x", 200), 1);
  });
});

describe("for people who prefer reduced motion a transition", () => {
  let browser: Browser;
  let page: Page;
  beforeAll(async () => {
    browser = await launchBrowser();
    page = await browser.newPage();
    await page.emulateMediaFeatures([{ name: "prefers-reduced-motion", value: "reduce" }]);
  });
  afterAll(() => browser.close());

  /** Goes to the other pose and says where the buoy is 200 ms after, and what is on its way. */
  const halfway = async (reduced: string) => {
    const css = textOf("transition", { when: "class", reduced });
    await page.setContent(
      `<!doctype html><style>${css}</style><div class="scene"><div class="buoy"></div></div>`,
    );
    await x(page);
    await page.$eval(".scene", (scene) => scene.classList.add("playing"));
    const going = await page.evaluate(() =>
      document.getAnimations().map((each) => {
        each.pause();
        each.currentTime = 200;
        return (each as CSSTransition).transitionProperty;
      }),
    );
    return { going, x: await x(page), opacity: await opacity(page) };
  };

  it("goes as it is", async () => {
    const { going, x, opacity } = await halfway("as-it-is");
    expect(going.sort()).toEqual(["opacity", "translate"]);
    expect(x).toBeCloseTo(motion.valueAt(0, "x", 200), 0);
    expect(opacity).toBeCloseTo(motion.valueAt(0, "opacity", 200), 2);
  });

  it.each([
    ["end", 500, 1],
    ["rest", 200, 0],
  ])("stands at once: %s", async (reduced, x, opacity) => {
    expect(await halfway(reduced)).toEqual({ going: [], x, opacity });
  });

  it("only fades", async () => {
    const { going, x, opacity } = await halfway("fade");
    expect([going, x]).toEqual([["opacity"], 500]);
    expect(opacity).toBeCloseTo(motion.valueAt(0, "opacity", 200), 2);
  });
});
