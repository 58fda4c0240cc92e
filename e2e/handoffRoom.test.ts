import { existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { compileStudy } from "@levitas/core/motion";
import { readStudyText } from "@levitas/core/shape";
import { strFromU8, unzipSync } from "fflate";
import type { Browser, BrowserContext, Page } from "puppeteer-core";
import { audit } from "./harness/audit.ts";
import { openNewStudy, press, retype, textOf } from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { chooseFormat, handoffText, openHandoff, proven } from "./harness/handoffRoom.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import { inAll } from "./harness/whole.ts";

describe("the hand-off", () => {
  let server: TestServer;
  let browser: Browser;
  let context: BrowserContext;
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
    context = await browser.createBrowserContext();
    ({ page, problems } = await openPage(context));
    id = await openNewStudy(page, server.url, { demo: "boarding-pass" });
  });
  afterEach(async () => {
    expect(problems).toEqual([]);
    await context.close();
  });

  it("runs what leaves beside the scene, and proves that both move alike", async () => {
    await openHandoff(page);
    expect(await proven(page)).toBe(true);
    const text = await textOf(page, '[aria-label="Proof"]');
    expect(text).toContain("241 moments, played past its end, 7 figures");
    expect(await textOf(page, '[data-testid="handoff-size"]')).toMatch(/kB, .* gzipped/);
    // The scrubber moves both.
    await page.$eval('[aria-label="Time of both"]', (slider) => {
      Object.assign(slider, { value: "700" });
      slider.dispatchEvent(new Event("input", { bubbles: true }));
    });
    const running = page.frames().find((frame) => frame.url().includes("/previews/"));
    await running?.waitForFunction(() => {
      const pass = document.querySelector(".pass");
      return pass && getComputedStyle(pass).translate !== "215px -150px";
    });
    const shown = await running?.$eval(".pass", (pass) => getComputedStyle(pass).translate);
    const ours = await page.$eval(
      '[data-figure="pass"]',
      (pass) => (pass as HTMLElement).style.translate,
    );
    const numbers = (text = "") => text.split(" ").map(Number.parseFloat);
    expect(numbers(shown)[1]).toBeCloseTo(numbers(ours)[1] ?? Number.NaN, 1);
    await chooseFormat(page, "Page");
    expect(await proven(page)).toBe(true);
    expect(await handoffText(page)).toMatch(/^<!doctype html>/);
    await press(page, "laid over");
    expect(await page.$$('iframe[title="Page, running"]')).toHaveLength(1);
    // Laid over, it runs on where it was.
    const over = await page.waitForSelector('iframe[title="Page, running"]');
    const shownOver = await (await over?.contentFrame())?.$eval(
      ".pass",
      (pass) => getComputedStyle(pass).translate,
    );
    expect(numbers(shownOver)[1]).toBeCloseTo(numbers(ours)[1] ?? Number.NaN, 1);
    expect(await audit(page)).toEqual([]);
  });

  it("says that it is not the same when it is not, and where", async () => {
    // On its way to the server, what leaves is changed. Requests that are held back would keep the worker's parts from it.
    await page.evaluate(() => {
      const own = globalThis.fetch;
      globalThis.fetch = (input, init) => {
        const isPreview = String(input).endsWith("/api/previews") && typeof init?.body === "string";
        if (!isPreview) return own(input, init);
        const body = String(init.body).replace("translate: 215px 170px", "translate: 215px 190px");
        return own(input, { ...init, body });
      };
    });
    await openHandoff(page);
    expect(await proven(page)).toBe(false);
    const text = await textOf(page, '[aria-label="Proof"]');
    expect(text).toContain("Not the same");
    expect(text).toMatch(/position≤ 2\d\.\d+ px/);
    const worst = await page.$eval('[aria-label="Proof"] dd button', (button) => button.title);
    expect(worst).toMatch(/^Pass at \d+ ms/);
  });

  inAll(
    "lets only what is chosen leave, under one's own names, and keeps it with the study",
    async () => {
      await openHandoff(page);
      const css = await handoffText(page);
      expect(css).toContain(".pass {");
      // What stands still is left out unless it is chosen.
      expect(css).not.toContain(".kiosk {");
      const field = await page.waitForSelector('[aria-label="Selector of Pass"]');
      if (!field) throw new Error("There is no field");
      await retype(page, field, "#card > .ticket");
      await page.waitForFunction(() =>
        document
          .querySelector<HTMLTextAreaElement>('[data-testid="handoff-text"][data-busy="false"]')
          ?.value.includes("#card > .ticket {"),
      );
      await page.click('::-p-xpath(//label[contains(., "Shadow")]//input)');
      await page.waitForFunction(
        () =>
          !document
            .querySelector<HTMLTextAreaElement>('[data-testid="handoff-text"][data-busy="false"]')
            ?.value.includes(".shadow {"),
      );
      expect(await proven(page)).toBe(true);
      // What is chosen of reduced motion holds in every format.
      const reduced = 'section[aria-label="In every format"] select';
      await page.select(reduced, "end");
      await chooseFormat(page, "Component");
      expect(await page.$eval(reduced, (list) => (list as HTMLSelectElement).value)).toBe("end");
      await chooseFormat(page, "CSS");
      await page.reload();
      const again = await handoffText(page);
      expect(again).toContain("#card > .ticket {");
      expect(again).not.toContain(".shadow {");
      // It is kept with the study: another browser has it, too.
      const other = await browser.createBrowserContext();
      const { page: elsewhere } = await openPage(other);
      await elsewhere.goto(page.url());
      expect(await handoffText(elsewhere)).toBe(again);
      expect(await elsewhere.$eval(reduced, (list) => (list as HTMLSelectElement).value)).toBe(
        "end",
      );
      await other.close();
      await press(page, "‹ back to the bench");
      await page.waitForSelector('[aria-label="Save state"]');
    },
  );

  inAll("leaves figures out of what it draws, apart from what is selected elsewhere", async () => {
    await page.goto(`${server.url}/studies/${id}/handoff?as=page`);
    const whole = await handoffText(page);
    expect(whole).toContain('<div class="shadow"');
    await page.click('::-p-xpath(//aside//label[contains(., "Shadow")]//input)');
    await page.waitForFunction(
      () =>
        !document
          .querySelector<HTMLTextAreaElement>('[data-testid="handoff-text"][data-busy="false"]')
          ?.value.includes('<div class="shadow"'),
    );
    expect(await handoffText(page)).toContain('<div class="pass"');
    expect(await proven(page)).toBe(true);
    await chooseFormat(page, "CSS");
    expect(await handoffText(page)).toContain(".shadow {");
    await chooseFormat(page, "Still");
    const still = await handoffText(page);
    expect(still).toContain('<div class="pass"');
    expect(still).not.toContain('<div class="shadow"');
  });

  inAll("writes frames that are the motion, at any rate", async () => {
    await page.goto(`${server.url}/studies/${id}/handoff?as=frames`);
    await press(page, "JSON");
    const rate = await page.waitForSelector(
      '::-p-xpath(//label[contains(., "Frames a second")]//input)',
    );
    if (!rate) throw new Error("There is no rate");
    await retype(page, rate, "24");
    await page.keyboard.press("Enter");
    await page.waitForFunction(() =>
      document
        .querySelector<HTMLTextAreaElement>('[data-testid="handoff-text"][data-busy="false"]')
        ?.value.includes('"framesPerSecond": 24'),
    );
    const table = JSON.parse(await handoffText(page)) as { columns: string[]; rows: number[][] };
    const stored = await (await fetch(`${server.url}/api/studies/${id}`)).json();
    const study = readStudyText(JSON.stringify((stored as { document: unknown }).document));
    if (!study.ok) throw new Error("The study cannot be read");
    const motion = compileStudy(study.value);
    const column = table.columns.indexOf("pass.y");
    for (const [i, row] of table.rows.entries()) {
      expect(row[0]).toBeCloseTo((i * 1000) / 24, 9);
      const y = motion.valueAt(motion.figureIndex("pass"), "y", row[0] ?? 0);
      expect(row[column]).toBeCloseTo(y, 9);
    }
    // It is in the address: to be sent to somebody, or come back to.
    await chooseFormat(page, "Tokens");
    expect(new URL(page.url()).search).toBe("?as=tokens");
    expect(JSON.parse(await handoffText(page))).toHaveProperty("Boarding pass drops.easing");
  });

  it("proves an SVG without styles, and says what it cannot do", async () => {
    await openHandoff(page);
    await chooseFormat(page, "SVG");
    await (await page.waitForSelector('aside input[type="radio"][aria-label="SMIL"]'))?.click();
    await page.waitForFunction(() =>
      document
        .querySelector<HTMLTextAreaElement>('[data-testid="handoff-text"]')
        ?.value.includes("<animateTransform"),
    );
    expect(await proven(page)).toBe(true);
    expect(await handoffText(page)).not.toMatch(/style|foreignObject/);
    expect(await textOf(page, "aside")).toContain("It cannot know that somebody prefers reduced");
    // What it has no styles for is not asked.
    expect(await textOf(page, "aside")).not.toContain("Old browsers");
  });

  inAll(
    "offers only what changes something: the element around all where it is waited for",
    async () => {
      await openHandoff(page);
      await handoffText(page);
      const field = '::-p-xpath(//aside//label[starts-with(., "Element around all")]//input)';
      expect(await page.$(field)).toBeNull();
      await page.select('select[aria-label="Begins"]', "hover");
      const around = await page.waitForSelector(field);
      if (around) await retype(page, around, ".kiosk-screen");
      await page.waitForFunction(() =>
        (
          document.querySelector('[data-testid="handoff-text"]') as HTMLTextAreaElement
        ).value.includes(".kiosk-screen:hover .pass"),
      );
      if (around) await retype(page, around, "{");
      await page.waitForFunction(() =>
        document.querySelector("aside")?.textContent?.includes("Give the selector"),
      );
    },
  );

  inAll("saves every format as it was chosen, and the study, in one zip", async () => {
    const folder = mkdtempSync(join(tmpdir(), "levitas-zip-"));
    const session = await page.createCDPSession();
    await session.send("Browser.setDownloadBehavior", {
      behavior: "allow",
      downloadPath: folder,
      browserContextId: context.id ?? "",
    });
    await page.goto(`${server.url}/studies/${id}/handoff?as=frames`);
    await press(page, "JSON");
    const chosen = await handoffText(page);
    await press(page, "Save all as zip");
    const file = join(folder, "boarding-pass-drops.zip");
    // It is there before it is whole: its end comes last.
    const isWhole = () =>
      existsSync(file) && readFileSync(file).includes(Buffer.from([0x50, 0x4b, 5, 6]));
    for (let i = 0; i < 200 && !isWhole(); i++) await new Promise((done) => setTimeout(done, 100));
    const files = unzipSync(readFileSync(file));
    expect(Object.keys(files).sort()).toEqual([
      "boarding-pass-drops-css.css",
      "boarding-pass-drops-cues.js",
      "boarding-pass-drops-curves.txt",
      "boarding-pass-drops-frames.json",
      "boarding-pass-drops-function.js",
      "boarding-pass-drops-module.js",
      "boarding-pass-drops-page.html",
      "boarding-pass-drops-picture.gif",
      "boarding-pass-drops-react.react.js",
      "boarding-pass-drops-sprite.zip",
      "boarding-pass-drops-still.svg",
      "boarding-pass-drops-svg.svg",
      "boarding-pass-drops-tokens.tokens.json",
      "boarding-pass-drops-transition.css",
      "boarding-pass-drops.json",
    ]);
    const textOfFile = (name: string) => strFromU8(files[name] ?? new Uint8Array());
    expect(textOfFile("boarding-pass-drops-frames.json")).toBe(chosen);
    expect(readStudyText(textOfFile("boarding-pass-drops.json")).ok).toBe(true);
    rmSync(folder, { recursive: true });
  });

  it("runs nothing of it in Levitas's own origin, and nothing of it asks for anything", async () => {
    const asked: string[] = [];
    page.on("request", (request) => {
      // What writes, in a worker, is in no frame: its parts are Levitas's own.
      const frame = request.frame();
      if (frame && frame !== page.mainFrame() && !request.isNavigationRequest())
        asked.push(request.url());
    });
    await page.goto(`${server.url}/studies/${id}/handoff?as=page`);
    expect(await proven(page)).toBe(true);
    const frames = page.frames().filter((frame) => frame.url().includes("/previews/"));
    expect(frames).toHaveLength(2);
    for (const frame of frames) {
      expect(await frame.evaluate(() => globalThis.origin)).toBe("null");
      const read = await frame.evaluate(() => {
        try {
          return String(globalThis.localStorage);
        } catch (error) {
          return (error as Error).name;
        }
      });
      expect(read).toBe("SecurityError");
    }
    expect(asked.filter((url) => !url.startsWith("data:"))).toEqual([]);
  });
});
