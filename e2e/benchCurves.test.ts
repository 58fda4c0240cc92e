import { printCurve } from "@levitas/core/curve";
import { curveOfKey, type Study, tracksOf } from "@levitas/core/study";
import type { Browser, Page } from "puppeteer-core";
import {
  frames,
  openStudyByName,
  press,
  storedDocument,
  textOf,
  waitUntilSaved,
} from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { handoffText, openHandoff } from "./harness/handoffRoom.ts";
import { curveText, doubleClickInPlot, dragInPlot, placeInPlot } from "./harness/room.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import { clickSpan } from "./harness/tracks.ts";
import { inAll } from "./harness/whole.ts";

describe("curves in the Bench", () => {
  let server: TestServer;
  let browser: Browser;
  let page: Page;
  let problems: string[];
  let id: string;
  beforeEach(async () => {
    server = await startServer();
    browser = await launchBrowser();
    ({ page, problems } = await openPage(browser));
    id = await openStudyByName(page, server.url, "Boarding pass drops");
    await page.waitForSelector('[data-testid="curve-line"][d]');
  });
  afterEach(async () => {
    await browser.close();
    await server.remove();
    expect(problems).toEqual([]);
  });

  const stored = async (): Promise<Study> => {
    await waitUntilSaved(page);
    return storedDocument(server.url, id);
  };
  const curveOf = async (figure: string, channel: "y" | "opacity" | "rotate", span = 0) => {
    const study = await stored();
    const key = tracksOf(study, figure, channel)[0]?.track.keys[span];
    return key ? printCurve(curveOfKey(study, key)) : "";
  };
  const selectSpan = async (lane: string) => {
    await clickSpan(page, lane);
    await frames(page, 1);
  };
  const passAt = () =>
    page.$eval('[data-figure="pass"]', (element) => (element as HTMLElement).style.translate);
  const typeCurve = async (text: string) => {
    await page.click('[aria-label="Curve as text"]', { count: 3 });
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
    await frames(page, 3);
  };

  inAll(
    "shares a curve among spans, says how many it changes, and lets one go its own way",
    async () => {
      await typeCurve("back(out)");
      await press(page, "Keep as shared curve");
      expect(await textOf(page, '[data-testid="shared-count"]')).toBe("Shared, on this span only");
      await page.click('[aria-label="Name of the shared curve"]', { count: 3 });
      await page.keyboard.type("Landing");
      await page.keyboard.press("Enter");
      await selectSpan("Shadow opacity");
      await press(page, "Shared");
      await press(page, "Landing ×1");
      expect(await textOf(page, '[data-testid="shared-count"]')).toBe("Changes 2 spans at once");
      await typeCurve("cubic(in)");
      expect(await curveOf("pass", "y")).toBe("cubic(in)");
      expect((await stored()).curves).toEqual([
        expect.objectContaining({ name: "Landing", curve: expect.objectContaining({ degree: 3 }) }),
      ]);
      await press(page, "Take own copy");
      await typeCurve("linear");
      expect(await curveOf("pass", "y")).toBe("cubic(in)");
      expect(await curveOf("shadow", "opacity")).toBe("linear");
      await press(page, "Undo: change curve");
      await press(page, "Undo: take own copy");
      expect(await textOf(page, '[data-testid="shared-count"]')).toBe("Changes 2 spans at once");
    },
  );

  inAll(
    "keeps the state before as a ghost until it is accepted; B shows the motion of then",
    async () => {
      await (await page.waitForSelector('[aria-label="Time in milliseconds"]'))?.click();
      await page.waitForSelector('input[aria-label="Time in milliseconds"]');
      await page.keyboard.type("650");
      await page.keyboard.press("Enter");
      await frames(page, 3);
      const before = await passAt();
      await press(page, "back out");
      await frames(page, 3);
      const after = await passAt();
      expect(after).not.toBe(before);
      const ghost = () =>
        page.$eval('[data-testid="ghost-line"]', (line) => line.getAttribute("d"));
      expect(await ghost()).toMatch(/^M/);
      await page.keyboard.down("b");
      await frames(page, 2);
      expect(await passAt()).toBe(before);
      await page.keyboard.up("b");
      await frames(page, 2);
      expect(await passAt()).toBe(after);
      await press(page, "Go back");
      await frames(page, 3);
      expect(await passAt()).toBe(before);
      expect(await ghost()).toBe("");
    },
  );

  it("edits points in place, and keeps a path that runs back out of the study until it is untangled", async () => {
    await press(page, "ease-in-out");
    await doubleClickInPlot(page, 0.5, 0.5);
    await page.waitForSelector('[data-point="2"]');
    const whole = await curveOf("pass", "y");
    expect(whole).toMatch(/^path\("M 0 0 C .* C .* 1 1"\)$/);
    await dragInPlot(page, [0.5, 0.5], [0.5, 1.1]);
    const raised = await curveOf("pass", "y");
    expect(raised).not.toBe(whole);
    // A handle pulled far to the right runs the piece back in time.
    const handle = await page.waitForSelector('[data-side="out"][role="slider"]');
    const box = await handle?.boundingBox();
    if (!box) throw new Error("the handle is not on the screen");
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const far = await placeInPlot(page, 1.9, 1.4);
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 1; i <= 8; i++) {
      await page.mouse.move(x + ((Math.min(far.x, 495) - x) * i) / 8, y + ((far.y - y) * i) / 8);
      await frames(page, 1);
    }
    await page.mouse.move(760, far.y);
    await page.mouse.up();
    await frames(page, 3);
    expect(await textOf(page, '[role="alert"]')).toContain("It cannot be applied meanwhile");
    expect(await curveOf("pass", "y")).toBe(raised);
    await press(page, "Untangle");
    const mended = await curveOf("pass", "y");
    expect(mended).not.toBe(raised);
    expect(await curveText(page)).toBe(mended);
    expect(await page.$('[role="alert"]')).toBeNull();
  });

  inAll(
    "an animator draws a curve, races it against two families, and applies it here",
    async () => {
      await page.goto(`${server.url}/curves`);
      await press(page, "Paste a curve…");
      await page.waitForSelector('[aria-label="Curve text or SVG"]');
      await page.type(
        '[aria-label="Curve text or SVG"]',
        "M 0 200 C 40 200 70 -40 110 -40 C 140 -40 150 10 200 0",
      );
      await press(page, "Open in the room");
      await page.waitForSelector('[data-testid="curve-line"][d]');
      const name = await page.waitForSelector('[aria-label="Name of the curve"]');
      await name?.click({ count: 3 });
      await page.keyboard.type("Pass swings in");
      await page.keyboard.press("Enter");
      const drawn = await curveText(page);
      await press(page, "Save to my curves");
      await page.waitForSelector('[aria-label="Save state"][data-state="saved"]');
      await press(page, "Race it");
      await page.waitForSelector('[data-racer="A"]');
      for (const family of ["Back out", "Elastic out"]) {
        await page.$eval('[aria-label="Find a curve"]', (field) =>
          (field as HTMLInputElement).select(),
        );
        await page.type('[aria-label="Find a curve"]', family);
        await press(page, `Race ${family}`);
      }
      expect(await textOf(page, '[aria-label="Lineup"]')).toContain("three curves");
      await press(page, "Readings");
      expect(await textOf(page, "thead")).toContain("A Pass swings inB Back outC Elastic out");
      // Into the Bench: from the shelf of one's own curves, onto the span.
      id = await openStudyByName(page, server.url, "Boarding pass drops");
      await press(page, "Own");
      await press(page, "Pass swings in");
      expect(await curveOf("pass", "y")).toBe(drawn);
      await openHandoff(page);
      expect(await handoffText(page)).toMatch(/linear\(0 0%/);
    },
  );
});
