import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Study } from "@levitas/core/study";
import type { Browser, BrowserContext, ElementHandle, Page } from "puppeteer-core";
import { demoStudies } from "../packages/core/src/testing/index.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { handoffText, openHandoff, proven } from "./harness/handoffRoom.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import { inAll } from "./harness/whole.ts";

const CSS = `.gate-notice { width: 240px; height: 48px; animation: slide-in 600ms cubic-bezier(0.2, 0, 0, 1) 100ms both; }
@keyframes slide-in { from { translate: -40px 40px; letter-spacing: 3px } to { translate: 120px 40px; } }`;

describe("bringing in motion", () => {
  let server: TestServer;
  let browser: Browser;
  let context: BrowserContext;
  let page: Page;
  let problems: string[];
  beforeAll(async () => {
    server = await startServer();
    browser = await launchBrowser();
  });
  beforeEach(async () => {
    context = await browser.createBrowserContext();
    ({ page, problems } = await openPage(context));
  });
  afterEach(async () => {
    expect(problems).toEqual([]);
    await context.close();
  });
  afterAll(async () => {
    await browser.close();
    await server.remove();
  });

  const typed = (text: string) =>
    page.$eval(
      '[aria-label="Text to bring in"]',
      (field, value) => {
        const { set } =
          Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, "value") ?? {};
        set?.call(field, value);
        field.dispatchEvent(new Event("input", { bubbles: true }));
      },
      text,
    );
  const put = async () => {
    await page.waitForSelector('[data-testid="brought"]');
    await page.evaluate(() =>
      [...document.querySelectorAll("button")]
        .find((each) => each.textContent === "Bring in")
        ?.click(),
    );
  };
  const dropped = (text: string, name: string) =>
    page.evaluate(
      async (content, called) => {
        const data = new DataTransfer();
        data.items.add(new File([content], called));
        const fire = (type: string) =>
          document.body.dispatchEvent(
            new DragEvent(type, { dataTransfer: data, bubbles: true, cancelable: true }),
          );
        fire("dragenter");
        // What takes it comes with the first thing that is dragged over the page.
        for (let i = 0; i < 100 && fire("dragover"); i++)
          await new Promise((done) => setTimeout(done, 50));
        fire("drop");
      },
      text,
      name,
    );
  const studyAt = async (): Promise<Study> => {
    const id = page.url().split("/").at(-1);
    return (await (await fetch(`${server.url}/api/studies/${id}`)).json()).document;
  };
  /** The study once it is stored as it should be. */
  const stored = async (isThere: (study: Study) => boolean): Promise<Study> => {
    for (let i = 0; i < 100; i++) {
      const study = await studyAt();
      if (isThere(study)) return study;
      await new Promise((done) => setTimeout(done, 100));
    }
    throw new Error("It was not stored.");
  };
  const open = async (name: string) => {
    const { studies } = await (await fetch(`${server.url}/api/studies`)).json();
    const { id } = studies.find((each: { name: string }) => each.name.startsWith(name));
    await page.goto(`${server.url}/studies/${id}`);
    await page.waitForSelector('[aria-label="Save state"]');
  };

  it("makes a study of a text that is pasted on the Studies page, and says what was left out", async () => {
    await page.goto(server.url);
    await page.locator("button ::-p-text(Bring in…)").click();
    await page.waitForSelector('[aria-label="Text to bring in"]');
    await typed(CSS);
    const list = await page.waitForSelector('[aria-label="Could not be read"]');
    expect(await list?.evaluate((each) => each.textContent)).toContain(
      "line 2 letter-spacing of slide-in",
    );
    await put();
    await page.waitForSelector('[aria-label="Save state"]');
    const study = await studyAt();
    expect(study.figures.map(({ name }) => name)).toEqual(["Gate notice"]);
    expect(study.sequence[0]).toMatchObject({
      type: "tween",
      name: "slide-in",
      tether: { offset: 100 },
    });
    await page.waitForFunction(() => document.body.textContent?.includes("Gate notice"));
    // It goes back to where it came from: its own rule, and what nothing here moves like.
    await openHandoff(page);
    const text = await handoffText(page);
    expect(text).toContain(".gate-notice {\n  width: 240px;\n  height: 48px;\n  animation:");
    expect(text).toContain("letter-spacing: 3px;");
    expect(text).not.toContain("position");
    expect(await proven(page)).toBe(true);
  });

  it("leaves alone what of the page itself is dragged on it", async () => {
    await page.goto(server.url);
    await page.waitForSelector("a[data-study]");
    await page.evaluate(async (text) => {
      const data = new DataTransfer();
      data.setData("text/plain", text);
      for (const type of ["dragstart", "dragover", "dragover", "drop", "dragend"]) {
        document.body.dispatchEvent(
          new DragEvent(type, { dataTransfer: data, bubbles: true, cancelable: true }),
        );
        await new Promise((done) => setTimeout(done, 200));
      }
    }, CSS);
    expect(await page.$('[data-testid="brought"]')).toBeNull();
    // What comes from elsewhere after that is taken.
    await dropped(CSS, "gate-slides.css");
    await page.waitForSelector('[data-testid="brought"]');
  }, 60_000);

  it("takes a file that is dropped on the Studies page: a study as it is, others as motion", async () => {
    await page.goto(server.url);
    await page.waitForSelector("main");
    await dropped(CSS, "gate-slides.css");
    await put();
    await page.waitForSelector('[aria-label="Save state"]');
    expect((await studyAt()).name).toBe("gate slides");
    const whole = await studyAt();
    await page.goto(server.url);
    await page.waitForSelector("main");
    await dropped(JSON.stringify({ ...whole, name: "Dropped whole" }), "study.json");
    await page.waitForSelector('[aria-label="Save state"]');
    expect((await studyAt()).name).toBe("Dropped whole");
  });

  it("takes a whole study by the same door, from a file or as a text, and says on the bench where it goes", async () => {
    const [, buoy] = demoStudies().find(([name]) => name.includes("Buoy")) ?? [];
    const file = join(mkdtempSync(join(tmpdir(), "levitas-bring-")), "buoy.json");
    writeFileSync(file, JSON.stringify({ ...buoy, name: "From a file" }));
    await page.goto(server.url);
    await page.locator("button ::-p-text(Bring in…)").click();
    const input = await page.waitForSelector('input[aria-label="File to bring in"]');
    await (input as ElementHandle<HTMLInputElement>).uploadFile(file);
    await page.waitForSelector('[aria-label="Save state"]');
    expect((await studyAt()).name).toBe("From a file");
    await page.goto(server.url);
    await page.locator("button ::-p-text(Bring in…)").click();
    await page.waitForSelector('[aria-label="Text to bring in"]');
    const faulty = JSON.stringify({ ...buoy, name: "As a text" }).slice(0, -1);
    await typed(faulty);
    // What is wrong with one is said with its place, where it can be mended.
    const wrong = await page.waitForSelector('[role="dialog"] [role="alert"]');
    expect(await wrong?.evaluate((each) => each.textContent)).toMatch(/JSON/);
    expect(
      await page.$eval('[aria-label="Text to bring in"]', (each) =>
        each instanceof HTMLTextAreaElement ? each.value : "",
      ),
    ).toBe(faulty);
    await typed(JSON.stringify({ ...buoy, name: "As a text" }));
    await page.waitForSelector('[aria-label="Save state"]');
    expect((await studyAt()).name).toBe("As a text");
    await open("Boarding pass");
    await dropped(JSON.stringify(buoy), "buoy.json");
    const alert = await page.waitForSelector('[role="dialog"] [role="alert"]');
    expect(await alert?.evaluate((each) => each.textContent)).toContain("on the Studies page");
    await page.keyboard.press("Escape");
    await page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
  });

  it("puts what is dropped on the bench onto a figure that is chosen, as one step back", async () => {
    await open("Boarding pass");
    const before = await studyAt();
    await dropped(CSS, "gate.css");
    await page.waitForSelector('[aria-label="Gate notice goes onto"]');
    const figure = before.figures[1];
    await page.select('[aria-label="Gate notice goes onto"]', figure?.id ?? "");
    await put();
    const after = await stored(({ sequence }) => sequence.length > before.sequence.length);
    expect(after.figures).toHaveLength(before.figures.length);
    expect(after.sequence.at(-1)).toMatchObject({ figures: [figure?.id] });
    await page.locator("button ::-p-text(Undo)").click();
    const back = await stored(({ sequence }) => sequence.length === before.sequence.length);
    expect(back.sequence).toEqual(before.sequence);
  });

  inAll("takes what is pasted on the bench, and explains what it cannot read", async () => {
    await open("Buoy");
    await page.evaluate(() => {
      const data = new DataTransfer();
      data.setData("text/plain", "a { color: red }");
      document.body.dispatchEvent(
        new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }),
      );
    });
    const alert = await page.waitForSelector('[role="dialog"] [role="alert"]');
    expect(await alert?.evaluate((each) => each.textContent)).toContain(
      "Nothing that moves was found in this CSS",
    );
    await page.keyboard.press("Escape");
    await page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
  });
});
