import type { LiveResponse, Study } from "@levitas/core/study";
import type { Page } from "puppeteer-core";
import { figure, key, kiosk, tween } from "../packages/core/src/testing/index.ts";
import { useApp } from "./harness/app.ts";
import { press, storedDocument, textOf, waitUntilSaved } from "./harness/bench.ts";
import { openLive, scenePlace } from "./harness/liveScene.ts";
import { penPress } from "./harness/pen.ts";
import { inAll } from "./harness/whole.ts";

/** A lamp at the gate that moves, a button beside it, and a part of the sequence with a cue. */
const gate = (responses: readonly LiveResponse[]): Study =>
  kiosk({
    name: "Lamp at gate 4",
    figures: [
      figure("lamp", { kind: "chip", rest: { x: 120, y: 160, width: 60, height: 60 } }),
      figure("button", { kind: "block", rest: { x: 480, y: 300, width: 90, height: 60 } }),
    ],
    markers: [
      { id: "half", name: "half way", time: 400 },
      { id: "end", name: "the end", time: 800 },
    ],
    sequence: [
      tween("t", 0, "lamp", [{ channel: "x", keys: [key(0, 120), key(800, 280)] }]),
      {
        type: "cue",
        id: "horn",
        name: "Horn",
        tether: { to: "item", id: "t", edge: "start", offset: 500 },
      },
    ],
    live: {
      poses: [
        { id: "lit", name: "lit", values: { lamp: { rotate: 90 } } },
        { id: "low", name: "low", values: { lamp: { y: 260 } } },
      ],
      ...{ levers: [], responses },
      takes: [
        {
          ...{ id: "tap", name: "a tap", duration: 900 },
          events: [
            { time: 100, type: "press", x: 150, y: 190, figure: "lamp" },
            { time: 160, type: "release", x: 150, y: 190, figure: "lamp" },
          ],
        },
      ],
    },
  });

const response = (more: Partial<LiveResponse>): LiveResponse => ({
  ...{ id: "r", when: { on: "press", figure: "lamp" }, midFlight: "keeps-speed" },
  then: [{ do: "pose", pose: "lit" }],
  how: { curve: { kind: "linear" }, duration: 120 },
  ...more,
});

describe("Live, by each kind of what is waited for and done", () => {
  const app = useApp();
  let page: Page;
  beforeEach(() => {
    page = app.page;
  });

  const open = (...responses: LiveResponse[]): Promise<string> =>
    openLive(page, app.url, { document: gate(responses) });
  const move = async (x: number, y: number) => {
    const at = await scenePlace(page, x, y);
    await page.mouse.move(at.x, at.y);
  };
  const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));
  /** The lamp as it is seen: x, y and rotation. */
  const lamp = (): Promise<number[]> =>
    page.$eval('[data-figure="lamp"]', (element) => {
      const { translate, rotate } = (element as HTMLElement).style;
      return [...translate.split(" "), rotate || "0"].map((text) => Number.parseFloat(text));
    });
  const untilLamp = (at: number, value: number) =>
    page.waitForFunction(
      (part, wanted) => {
        const element = document.querySelector('[data-figure="lamp"]') as HTMLElement;
        const { translate, rotate } = element.style;
        const found = Number.parseFloat([...translate.split(" "), rotate || "0"][part] ?? "");
        return Math.abs(found - wanted) < 0.01;
      },
      {},
      at,
      value,
    );

  it("a hold, and not a shorter press", async () => {
    await open(response({ when: { on: "hold", figure: "lamp", time: 700 } }));
    await move(150, 190);
    await page.mouse.down();
    await wait(60);
    await page.mouse.up();
    await wait(900);
    expect((await lamp())[2]).toBe(0);
    await page.mouse.down();
    await untilLamp(2, 90);
    await page.mouse.up();
  });

  inAll("a double press, and not a single one", async () => {
    await open(response({ when: { on: "double-press", figure: "lamp" } }));
    await move(150, 190);
    await page.mouse.down();
    await page.mouse.up();
    await wait(600);
    expect((await lamp())[2]).toBe(0);
    for (let time = 0; time < 2; time++) {
      await page.mouse.down();
      await page.mouse.up();
    }
    await untilLamp(2, 90);
  });

  inAll("entering and leaving", async () => {
    await open(
      response({ id: "in", when: { on: "enter", figure: "button" } }),
      response({
        ...{ id: "out", when: { on: "leave", figure: "button" } },
        then: [{ do: "pose", pose: "rest" }],
      }),
    );
    await move(300, 80);
    await move(520, 330);
    await untilLamp(2, 90);
    await move(300, 80);
    await untilLamp(2, 0);
  });

  it("the start, an arrival, and every so many ms", async () => {
    await open(
      response({ id: "first", when: { on: "start" } }),
      response({
        ...{ id: "then", when: { on: "arrived", response: "first" } },
        then: [{ do: "pose", pose: "low" }],
      }),
      response({
        ...{ id: "often", when: { on: "every", time: 400 } },
        then: [{ do: "by", figure: "lamp", channel: "x", amount: 10 }],
      }),
    );
    await untilLamp(2, 90);
    await untilLamp(1, 260);
    await page.waitForFunction(() => {
      const { translate } = (document.querySelector('[data-figure="lamp"]') as HTMLElement).style;
      return Number.parseFloat(translate) >= 140;
    });
  });

  it("a part of the sequence between markers, its cue, and a moment at once", async () => {
    await open(
      response({
        id: "play",
        then: [{ do: "play", item: "t", from: "half", to: "end", direction: "forwards" }],
      }),
      response({ id: "horn", when: { on: "cue", cue: "Horn" } }),
      response({
        ...{ id: "seek", when: { on: "press", figure: "button" } },
        then: [{ do: "seek", marker: "half" }],
      }),
    );
    await move(150, 190);
    await page.mouse.down();
    await page.mouse.up();
    await untilLamp(0, 280);
    // The cue of the part was answered, too.
    await untilLamp(2, 90);
    await move(520, 330);
    await page.mouse.down();
    await page.mouse.up();
    await untilLamp(0, 200);
  });

  inAll(
    "a duration that grows with the way, and a response that is ignored in mid-flight",
    async () => {
      await open(
        response({
          when: { on: "press", figure: null },
          then: [{ do: "aim", figure: "lamp", channels: ["x"] }],
          how: { curve: { kind: "linear" }, duration: 600, grows: "distance", reach: 100 },
          midFlight: "ignored",
        }),
      );
      // From 150 by 200 px: twice as long as 100.
      await move(350, 90);
      await page.mouse.down();
      await page.mouse.up();
      // In mid-flight: ignored.
      await move(50, 90);
      await page.mouse.down();
      await page.mouse.up();
      await untilLamp(0, 320);
      await page.waitForFunction(() =>
        document
          .querySelector('[aria-label="Readings of the last answer"]')
          ?.textContent?.includes("arrived after 1200 ms"),
      );
      // And back by 50: half as long.
      await move(300, 90);
      await page.mouse.down();
      await page.mouse.up();
      await untilLamp(0, 270);
      await page.waitForFunction(() =>
        document
          .querySelector('[aria-label="Readings of the last answer"]')
          ?.textContent?.includes("arrived after 300 ms"),
      );
    },
  );

  inAll("shows it at another frame rate: fewer poses on the same way", async () => {
    await open(response({ how: { curve: { kind: "linear" }, duration: 900 } }));
    await (await page.waitForSelector('button[aria-label$="emulated frame rate"]'))?.click();
    const line = await page.waitForSelector(
      '::-p-xpath(//*[starts-with(@role, "menuitem")][normalize-space(.)="8 frames a second"])',
    );
    await line?.click();
    await page.evaluate(() => {
      const element = document.querySelector('[data-figure="lamp"]') as HTMLElement;
      const seen = new Set<string>();
      Object.assign(globalThis, { seen });
      new MutationObserver(() => seen.add(element.style.rotate)).observe(element, {
        attributeFilter: ["style"],
      });
    });
    await move(150, 190);
    await page.mouse.down();
    await page.mouse.up();
    await untilLamp(2, 90);
    const angles = (await page.evaluate("[...seen]")) as string[];
    // 0.9 s at 8 frames a second, give or take where they fall.
    expect(angles.length).toBeGreaterThanOrEqual(5);
    expect(angles.length).toBeLessThanOrEqual(10);
  });

  inAll("a pen presses", async () => {
    await open(response({}));
    const at = await scenePlace(page, 150, 190);
    await penPress(page, at.x, at.y);
    await untilLamp(2, 90);
  });

  inAll("a take is renamed, and that is stored and can be taken back", async () => {
    const id = await open(response({}));
    await (
      await page.waitForSelector('button[aria-label*="a tap"][aria-haspopup="menu"]')
    )?.click();
    const rename = await page.waitForSelector(
      '::-p-xpath(//*[starts-with(@role, "menuitem")][normalize-space(.)="Rename"])',
    );
    await rename?.click();
    await page.waitForSelector('input[aria-label="Name of the take"]');
    await page.keyboard.down("Control");
    await page.keyboard.press("a");
    await page.keyboard.up("Control");
    await page.keyboard.type("the lamp, tapped");
    await page.keyboard.press("Enter");
    await waitUntilSaved(page);
    const stored = (await storedDocument(app.url, id)) as Study;
    expect(stored.live?.takes.map(({ name }) => name)).toEqual(["the lamp, tapped"]);
    await page.keyboard.down("Control");
    await page.keyboard.press("z");
    await page.keyboard.up("Control");
    await page.waitForFunction(() =>
      document.querySelector('[aria-label="Takes"]')?.textContent?.includes("a tap"),
    );
  });

  inAll(
    "tells where an angle would go before it is pressed, and what is without an answer",
    async () => {
      await open(response({ then: [{ do: "aim", figure: "lamp", channels: ["rotate"] }] }));
      /** How many pixels are drawn over the scene. */
      const ink = () =>
        page.$eval('[data-testid="live-scene"] > canvas', (drawn) => {
          const { width, height } = drawn as HTMLCanvasElement;
          const copy = new OffscreenCanvas(width, height).getContext("2d", {
            willReadFrequently: true,
          });
          copy?.drawImage(drawn as HTMLCanvasElement, 0, 0);
          const pixels = copy?.getImageData(0, 0, width, height).data ?? [];
          let count = 0;
          for (let i = 3; i < pixels.length; i += 4) if ((pixels[i] as number) > 0) count++;
          return count;
        });
      await move(300, 60);
      await wait(200);
      const none = await ink();
      // Over the lamp, below its middle: it would turn.
      await move(165, 205);
      await wait(200);
      expect(await ink()).toBeGreaterThan(none + 200);
      // Nothing was done by that.
      expect((await lamp())[2]).toBe(0);
      await move(300, 60);
      await press(page, "Show");
      const silent = await page.waitForSelector(
        '::-p-xpath(//*[starts-with(@role, "menuitem")][contains(., "Without an answer: 1 figure")])',
      );
      await silent?.click();
      await wait(200);
      expect(await ink()).toBeGreaterThan(none + 100);
      expect(await textOf(page, '[aria-label="Live"]')).toContain("Show");
    },
  );
});
