import { readStudy } from "@levitas/core/shape";
import type { Browser } from "puppeteer-core";
import { harbour } from "../packages/core/bench/harbour.mjs";
import { frames, makeStudy } from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import { inAll } from "./harness/whole.ts";

describe("a study of 1,000 figures, 6,000 channels and 60,000 keys", () => {
  let server: TestServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await startServer();
    browser = await launchBrowser();
  });
  afterAll(async () => {
    await browser.close();
    await server.remove();
  });

  inAll(
    "is kept, opens, scrolls and zooms with only what is visible drawn",
    async () => {
      const document: unknown = harbour({ figures: 1000, channels: 6, keys: 10 });
      expect(readStudy(document).ok).toBe(true);
      const id = await makeStudy(server.url, { document });
      const { page, problems } = await openPage(browser);
      // The program itself is there already, as when one comes from the list of studies.
      await page.goto(server.url);
      await page.waitForSelector("a[data-study]");
      const began = Date.now();
      await page.goto(`${server.url}/studies/${id}`);
      await page.waitForSelector('[aria-label="float-0 x"]', { timeout: 20_000 });
      await frames(page, 2);
      const opening = Date.now() - began;
      const drawn = () => page.$$eval('[aria-label^="Keys of "]', (lanes) => lanes.length);
      expect(await drawn()).toBeLessThan(80);
      const box = await (await page.$('[aria-label="Timeline"]'))?.boundingBox();
      if (!box) throw new Error("there is no timeline");
      await page.mouse.move(box.x + 100, box.y + 300);
      for (let i = 0; i < 60; i++) {
        await page.mouse.wheel({ deltaY: 90 });
        await frames(page, 1);
      }
      // Other rows than at the beginning, and still no more of them.
      expect(await page.$('[aria-label="float-0 x"]')).toBeNull();
      expect(await drawn()).toBeLessThan(80);
      await page.mouse.move(box.x + 500, box.y + 300);
      await page.keyboard.down("Shift");
      for (let i = 0; i < 60; i++) {
        await page.mouse.wheel({ deltaY: i < 30 ? -60 : 60 });
        await frames(page, 1);
      }
      await page.keyboard.up("Shift");
      const { JSHeapUsedSize = 0 } = await page.metrics();
      console.log(
        [
          `opening: ${opening} ms (2 s wanted)`,
          `memory: ${(JSHeapUsedSize / 1e6).toFixed(0)} MB of JavaScript (400 MB wanted)`,
        ].join("\n"),
      );
      expect(JSHeapUsedSize / 1e6).toBeLessThan(400);
      expect(problems).toEqual([]);
      await page.close();
    },
    90_000,
  );
});
