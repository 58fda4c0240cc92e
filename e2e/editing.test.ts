import { tracksOf } from "@levitas/core/study";
import type { Browser, Page } from "puppeteer-core";
import {
  dragBy,
  dragFrom,
  frames,
  middleOf,
  openStudyByName,
  press,
  storedDocument,
  textOf,
  waitUntilSaved,
} from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { handoffText, openHandoff } from "./harness/handoffRoom.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import { clickKey, placeOfKey, placeOfSpan } from "./harness/tracks.ts";
import { inAll } from "./harness/whole.ts";

const TIME = '[aria-label="Time in milliseconds"]';
const VALUE = '[aria-label="Pass y"]';

describe("working on the bench", () => {
  let server: TestServer;
  let browser: Browser;
  let page: Page;
  let problems: string[];
  let id: string;
  beforeAll(async () => {
    server = await startServer();
    browser = await launchBrowser();
  });
  afterAll(async () => {
    await browser.close();
    await server.remove();
  });
  beforeEach(async () => {
    ({ page, problems } = await openPage(browser));
    // A copy of its own for each test, made as a person makes one.
    await page.goto(server.url);
    await press(page, "New study");
    const demo = await page.waitForSelector(
      '::-p-xpath(//*[@role="menuitem"][contains(., "Boarding pass drops")])',
    );
    await demo?.click();
    await page.waitForSelector('[data-testid="curve-plot"]');
    id = page.url().split("/").at(-1) ?? "";
  });
  afterEach(async () => {
    await page.close();
    expect(problems).toEqual([]);
  });

  const keys = async () => {
    await waitUntilSaved(page);
    const stored = await storedDocument(server.url, id);
    return tracksOf(stored, "pass", "y").flatMap(({ tween, track }) =>
      track.keys.map((key) => [
        Math.round(key.time + tween.tether.offset),
        typeof key.value === "number" ? Math.round(key.value * 10) / 10 : key.value,
      ]),
    );
  };
  const focusOn = (selector: string) =>
    page.$eval(selector, (element) => (element as SVGElement).focus());
  const hotkey = async (key: string, ...held: ("Shift" | "Alt" | "Control")[]) => {
    for (const each of held) await page.keyboard.down(each);
    await page.keyboard.press(key as "a");
    for (const each of held) await page.keyboard.up(each);
    await frames(page, 2);
  };
  const type = async (selector: string, text: string) => {
    await (await page.waitForSelector(selector))?.click();
    await page.waitForSelector(`input${selector}`);
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
    await frames(page, 3);
  };

  it("steps, jumps and plays by the keyboard", async () => {
    await hotkey("ArrowRight");
    expect(await textOf(page, TIME)).toBe("17");
    await hotkey("ArrowRight", "Shift");
    expect(await textOf(page, TIME)).toBe("183");
    await hotkey("ArrowLeft");
    expect(await textOf(page, '[aria-label="Frame"]')).toBe("10");
    await hotkey("ArrowRight", "Alt");
    expect(await textOf(page, TIME)).toBe("200");
    await hotkey("ArrowRight", "Alt");
    expect(await textOf(page, TIME)).toBe("1100");
    await hotkey("Home");
    await hotkey("Space");
    await frames(page, 15);
    expect(Number(await textOf(page, TIME))).toBeGreaterThan(100);
    await hotkey("Space");
    const stopped = await textOf(page, TIME);
    await frames(page, 10);
    expect(await textOf(page, TIME)).toBe(stopped);
    await hotkey("End");
    expect(await textOf(page, TIME)).toBe("1800");
  });

  inAll(
    "lands exactly on the end when it plays once, and turns around when it swings",
    async () => {
      await press(page, "Once: play once");
      await type(TIME, "1.7s");
      await hotkey("Space");
      await page.waitForSelector('button[aria-label="Play"]');
      expect(await textOf(page, TIME)).toBe("1800");
      await press(page, "Alternate: play forth and back");
      await type(TIME, "1750");
      await hotkey("Space");
      await frames(page, 25);
      await hotkey("Space");
      expect(Number(await textOf(page, TIME))).toBeLessThan(1790);
    },
  );

  inAll("plays slower at the rates offered", async () => {
    await press(page, "×⅒: a tenth of the speed");
    const start = Date.now();
    await hotkey("Space");
    await frames(page, 60);
    const least = Number(await textOf(page, TIME));
    // Real time passed before and after as well, never less: at full speed it would be ten times this.
    expect(least).toBeGreaterThan(20);
    expect(least).toBeLessThanOrEqual((Date.now() - start) / 10 + 20);
  });

  inAll("sets and removes keys with K, and deletes the selected one", async () => {
    await type(TIME, "650");
    await hotkey("k");
    expect(await keys()).toEqual([
      [200, -150],
      [650, 10],
      [1100, 170],
    ]);
    await hotkey("k");
    expect(await keys()).toEqual([
      [200, -150],
      [1100, 170],
    ]);
    await hotkey("z", "Control");
    expect((await keys()).length).toBe(3);
    await clickKey(page, "Pass y", 2);
    await hotkey("Delete");
    expect(await keys()).toEqual([
      [200, -150],
      [1100, 170],
    ]);
  });

  it("types values with units and arithmetic, which sets a key and says so", async () => {
    await type(TIME, "650");
    await type(VALUE, "60px + 2*30");
    expect(await keys()).toEqual([
      [200, -150],
      [650, 120],
      [1100, 170],
    ]);
    expect(await textOf(page, "[data-notice]")).toContain("Set a key at 650 ms");
    expect(await textOf(page, VALUE)).toBe("120.0 px");
  });

  it("keeps what was typed and says what is wrong with it", async () => {
    await (await page.waitForSelector(VALUE))?.click();
    await page.keyboard.type("12 furlongs");
    await page.keyboard.press("Enter");
    expect(await textOf(page, "[data-notice]")).toContain("Units here: px");
    expect(await page.$eval(`input${VALUE}`, (field) => (field as HTMLInputElement).value)).toBe(
      "12 furlongs",
    );
    await page.keyboard.press("Escape");
    const css = '[aria-label="Curve as text"]';
    await page.click(css, { count: 3 });
    await page.keyboard.type("cubic-bezier(2, 0, 0, 1)");
    await page.keyboard.press("Enter");
    expect(await textOf(page, '[role="alert"]')).toContain("at 13");
    await page.click(css, { count: 3 });
    await page.keyboard.type("steps(3, start)");
    await page.keyboard.press("Enter");
    await page.waitForFunction(() => document.querySelector('[role="alert"]') === null);
    await waitUntilSaved(page);
    const stored = await storedDocument(server.url, id);
    expect(tracksOf(stored, "pass", "y")[0]?.track.keys[0]?.curve).toEqual({
      kind: "steps",
      count: 3,
      position: "jump-start",
    });
  });

  inAll("ignores shortcuts while text is typed", async () => {
    const before = await textOf(page, TIME);
    const name = await page.waitForSelector('[aria-label="Name of the study"]');
    await name?.click({ count: 3 });
    await page.keyboard.type("Kiosk v k 4");
    await page.keyboard.press("ArrowLeft");
    await page.keyboard.press("Enter");
    await waitUntilSaved(page);
    expect((await storedDocument(server.url, id)).name).toBe("Kiosk v k 4");
    expect(await textOf(page, TIME)).toBe(before);
    expect((await keys()).length).toBe(2);
  });

  inAll(
    "drags a value sideways with its number at the pointer, as one entry of the history",
    async () => {
      await type(TIME, "1100");
      await dragBy(page, VALUE, { x: 40, y: 0 }, { release: false });
      expect(await textOf(page, '[data-testid="drag-tip"]')).toBe("y 210.0 px");
      await page.mouse.up();
      expect(await keys()).toEqual([
        [200, -150],
        [1100, 210],
      ]);
      await hotkey("z", "Control");
      expect(await keys()).toEqual([
        [200, -150],
        [1100, 170],
      ]);
      await hotkey("z", "Control", "Shift");
      expect(await keys()).toEqual([
        [200, -150],
        [1100, 210],
      ]);
    },
  );

  inAll("drags a value on a relative track to where the pointer says", async () => {
    await openStudyByName(page, server.url, "Gate notice draws back");
    await type(TIME, "1480");
    const shown = Number((await textOf(page, '[aria-label="Notice y"]')).replace(/[^\d.]/g, ""));
    await dragBy(page, '[aria-label="Notice y"]', { x: 30, y: 0 }, { steps: 15 });
    await frames(page, 2);
    expect(await textOf(page, '[aria-label="Notice y"]')).toBe(`${(shown + 30).toFixed(1)} px`);
  });

  it("drags beads in time, snapping to keys, and Escape takes it back", async () => {
    const left = await placeOfKey(page, "Pass rotate", 3);
    const here = await placeOfKey(page, "Pass y", 2);
    await dragFrom(page, here, { x: left.x - here.x + 3, y: 0 }, { release: false });
    expect(await textOf(page, '[data-testid="drag-tip"]')).toBe("1350 ms, frame 81 at a key");
    await page.keyboard.press("Escape");
    await page.mouse.up();
    expect(await keys()).toEqual([
      [200, -150],
      [1100, 170],
    ]);
    expect(await page.$('[aria-label="Nothing to undo"]')).not.toBeNull();
    await dragFrom(page, here, { x: left.x - here.x + 3, y: 0 });
    expect(await keys()).toEqual([
      [200, -150],
      [1350, 170],
    ]);
  });

  inAll("moves a tween by its bar, with all its keys", async () => {
    await dragFrom(page, await placeOfSpan(page, "Pass y"), { x: 60, y: 0 });
    const [[start = 0] = [], [end = 0] = []] = (await keys()) as number[][];
    expect(start).toBeGreaterThan(300);
    expect(Math.abs(end - start - 900)).toBeLessThanOrEqual(1);
  });

  it("pulls a handle past the target, hatches what is past it, and reads it out", async () => {
    await dragBy(page, '[data-handle="2"]', { x: -20, y: -120 });
    const y2 = Number((await textOf(page, '[aria-label="y2"]')).replace("−", "-"));
    expect(y2).toBeGreaterThan(1.3);
    const readings = await page.$$eval("dl dd", (cells) => cells.map((cell) => cell.textContent));
    expect(Number.parseFloat(readings[0] ?? "")).toBeGreaterThan(5);
    const plot = await middleOf(page, '[data-testid="curve-plot"]');
    await page.mouse.move(plot.x, plot.y);
    await frames(page, 3);
    expect(await textOf(page, '[data-testid="reader"]')).toMatch(
      /^\d+ % · \d+ ms\nvalue −?\d+\.\d\d\ny −?\d+\.\d px$/,
    );
    // Far to the right and the left, time stays within 0 and 1.
    await dragBy(page, '[data-handle="1"]', { x: -300, y: 40 });
    expect(await textOf(page, '[aria-label="x1"]')).toBe("0.00");
  });

  inAll(
    "takes families and springs: their numbers, their direction, and what cannot be had",
    async () => {
      const curve = async () => {
        await waitUntilSaved(page);
        return tracksOf(await storedDocument(server.url, id), "pass", "y")[0]?.track.keys[0]?.curve;
      };
      await press(page, "back out");
      expect(await curve()).toEqual({ kind: "back", direction: "out", overshoot: 0.1 });
      await type('[aria-label="Overshoot"]', "25");
      await press(page, "in-out");
      expect(await curve()).toEqual({ kind: "back", direction: "in-out", overshoot: 0.25 });
      await press(page, "spring lively");
      await type('[aria-label="Settle"]', "0.8s");
      expect(await curve()).toEqual({ kind: "spring-feel", overshoot: 0.2, settle: 800 });
      expect(
        await page.$eval(
          '[aria-label="Curve as text"]',
          (field) => (field as HTMLInputElement).value,
        ),
      ).toBe("spring(overshoot: 20%, settle: 800ms)");
      const field = '[aria-label="Curve as text"]';
      await page.click(field, { count: 3 });
      await page.keyboard.type("spring(damping: 0)");
      await page.keyboard.press("Enter");
      expect(await textOf(page, '[role="alert"]')).toContain("never comes to rest");
      await openHandoff(page);
      expect(await handoffText(page)).toMatch(
        /translate: 215px -150px; animation-timing-function: linear\(0 0%, /,
      );
    },
  );

  it("nudges handles and beads by the keyboard alone", async () => {
    await focusOn('[data-handle="1"]');
    await hotkey("ArrowUp");
    await hotkey("ArrowRight", "Shift");
    expect([
      await textOf(page, '[aria-label="x1"]'),
      await textOf(page, '[aria-label="y1"]'),
    ]).toEqual(["0.43", "0.34"]);
    await focusOn('[aria-label="Keys of Pass y"]');
    // Past the end of the tween, which stretches it, to the last key.
    await hotkey("End");
    await hotkey("ArrowLeft");
    await hotkey("ArrowRight", "Control");
    expect((await keys()).at(-1)).toEqual([1117, 170]);
    expect(await textOf(page, TIME)).toBe("0");
  });

  inAll("scrubs by the ruler and types a time in seconds or frames", async () => {
    const ruler = await middleOf(page, '[data-testid="ruler"]');
    await page.mouse.click(ruler.x, ruler.y);
    await frames(page, 2);
    const there = Number(await textOf(page, TIME));
    expect(there).toBeGreaterThan(500);
    await type(TIME, "0.5s");
    expect(await textOf(page, TIME)).toBe("500");
    await type(TIME, "12f");
    expect(await textOf(page, TIME)).toBe("200");
  });

  inAll("counts and snaps by the frame rate of the scene", async () => {
    await press(page, "60 fps");
    await press(page, "24");
    await page.keyboard.press("Escape");
    await type(TIME, "24f");
    expect(await textOf(page, TIME)).toBe("1000");
    await hotkey("ArrowRight");
    expect([await textOf(page, TIME), await textOf(page, '[aria-label="Frame"]')]).toEqual([
      "1042",
      "25",
    ]);
    await waitUntilSaved(page);
    expect((await storedDocument(server.url, id)).scene.frameRate).toBe(24);
  });

  inAll("adds a figure and animates it from nothing", async () => {
    await press(page, "Add figure");
    const ball = await page.waitForSelector('::-p-xpath(//*[@role="menuitem"][.="Ball"])');
    await ball?.click();
    await press(page, "Animate a channel of Ball");
    await page.waitForSelector('[aria-label="Search the channels of Ball"]');
    await page.keyboard.type("fade");
    await page.keyboard.press("Enter");
    await type(TIME, "400");
    await type('[aria-label="Ball opacity"]', "20%");
    await waitUntilSaved(page);
    const stored = await storedDocument(server.url, id);
    const figure = stored.figures.find((each) => each.name === "Ball");
    const [place] = tracksOf(stored, figure?.id ?? "", "opacity");
    expect(place?.track.keys.map((key) => [key.time, key.value])).toEqual([
      [0, 1],
      [400, 0.2],
    ]);
  });

  inAll(
    "chooses the route of an angle and shows the linear twin and the spacing only when asked",
    async () => {
      const lane = await page.waitForSelector('::-p-xpath(//button[.="rotate"])');
      await lane?.click();
      await press(page, "plain numbers: route of the angle");
      const shorter = await page.waitForSelector(
        '::-p-xpath(//*[@role="menuitem"][.="shorter way"])',
      );
      await shorter?.click();
      await waitUntilSaved(page);
      const stored = await storedDocument(server.url, id);
      expect(tracksOf(stored, "pass", "rotate")[0]?.track.route).toBe("shorter");
      const ink = () =>
        page.$$eval('[aria-label="Scene"] canvas:not([hidden])', (layers) =>
          layers.some((canvas) => {
            const { width, height } = canvas as HTMLCanvasElement;
            const blank = Object.assign(document.createElement("canvas"), { width, height });
            return (canvas as HTMLCanvasElement).toDataURL() !== blank.toDataURL();
          }),
        );
      expect(await ink()).toBe(true);
      await press(page, "Show…");
      await press(page, "Linear twin");
      await press(page, "Spacing");
      await press(page, "Path");
      // The route of the angle is shown with its lane, where the pass is in sight.
      await type(TIME, "900");
      await frames(page, 2);
      expect(await ink()).toBe(true);
      await (await page.waitForSelector('::-p-xpath(//button[.="y"])'))?.click();
      await frames(page, 2);
      expect(await ink()).toBe(false);
    },
  );

  inAll("zooms at the pointer and pans with Space held, without playing", async () => {
    const reading = async () => {
      await frames(page, 2);
      return (
        (await page.$eval('[data-testid="curve-line"]', (line) => line.getAttribute("d"))) ?? ""
      );
    };
    const fitted = await reading();
    const plot = await middleOf(page, '[data-testid="curve-plot"]');
    await page.mouse.move(plot.x, plot.y);
    await page.mouse.wheel({ deltaY: -300 });
    const zoomed = await reading();
    expect(zoomed).not.toBe(fitted);
    await page.keyboard.down("Space");
    await page.mouse.down();
    await page.mouse.move(plot.x + 40, plot.y + 25, { steps: 4 });
    await page.mouse.up();
    await page.keyboard.up("Space");
    expect(await reading()).not.toBe(zoomed);
    expect(await page.$('button[aria-label="Play"]')).not.toBeNull();
    await hotkey("v");
    expect(await reading()).toBe(fitted);
    expect((await keys()).length).toBe(2);
  });

  it("lists the shortcuts on ?", async () => {
    await page.keyboard.type("?");
    await page.waitForSelector("::-p-text(Set or remove a key at the playhead)");
    await page.keyboard.press("Escape");
    await page.waitForFunction(() => !document.body.textContent?.includes("Set or remove a key"));
  });

  it("ends the drag first when undo is pressed in the middle of it", async () => {
    await dragBy(page, '[data-handle="1"]', { x: 30, y: 30 }, { release: false });
    await hotkey("z", "Control");
    await page.mouse.up();
    await frames(page, 2);
    expect(
      await page.$eval('[aria-label="Curve as text"]', (f) => (f as HTMLInputElement).value),
    ).toBe("linear");
    expect(await page.$('[aria-label^="Redo: change curve"]')).not.toBeNull();
  });
});
