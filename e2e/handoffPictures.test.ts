import { existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { strFromU8, unzipSync } from "fflate";
import omggif from "omggif";
import type { Browser, BrowserContext, Page } from "puppeteer-core";
import { openNewStudy, press, retype, textOf } from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { chooseFormat, handoffText, openHandoff } from "./harness/handoffRoom.ts";
import { startServer, type TestServer } from "./harness/server.ts";
import { inAll } from "./harness/whole.ts";

/** The boarding pass lasts 1800 ms: at ten frames a second that many, the last included. */
const FRAMES = 19;

/** What the largest page of a browser has in memory, MB. Where the system does not say it, none. */
async function residentMemory(browser: Browser): Promise<number> {
  const session = await browser.target().createCDPSession();
  const { processInfo } = await session.send("SystemInfo.getProcessInfo");
  await session.detach();
  return processInfo
    .filter(({ type }) => type === "renderer")
    .reduce((most, { id }) => {
      const file = `/proc/${id}/status`;
      const found = existsSync(file) && /VmRSS:\s+(\d+) kB/.exec(readFileSync(file, "utf8"));
      return Math.max(most, found ? Number(found[1]) / 1000 : 0);
    }, 0);
}

/** The same once it has not changed by more than 2 MB for three seconds; waits 40 s for that at most. */
async function settledMemory(browser: Browser): Promise<number> {
  const seen: number[] = [];
  for (let look = 0; look < 80; look++) {
    seen.push(await residentMemory(browser));
    const last = seen.slice(-6);
    if (last.length === 6 && Math.max(...last) - Math.min(...last) < 2) break;
    await new Promise((done) => setTimeout(done, 500));
  }
  return seen.at(-1) ?? 0;
}

describe("pictures of a study", () => {
  let server: TestServer;
  let browser: Browser;
  let context: BrowserContext;
  let page: Page;
  let problems: string[];
  const folder = mkdtempSync(join(tmpdir(), "levitas-pictures-"));
  beforeAll(async () => {
    server = await startServer();
    browser = await launchBrowser();
  });
  afterAll(async () => {
    await browser.close();
    await server.remove();
    rmSync(folder, { recursive: true });
  });
  beforeEach(async () => {
    context = await browser.createBrowserContext();
    ({ page, problems } = await openPage(context));
    await openNewStudy(page, server.url, { demo: "boarding-pass" });
    await openHandoff(page);
  });
  afterEach(async () => {
    expect(problems).toEqual([]);
    await context.close();
  });

  const number = async (label: string, value: number) => {
    const field = await page.waitForSelector(
      `::-p-xpath(//aside//label[starts-with(., "${label}")]//input)`,
    );
    if (field) await retype(page, field, String(value));
    await page.keyboard.press("Enter");
  };
  const choose = async (text: string) => {
    const option = await page.waitForSelector(`aside input[type="radio"][aria-label="${text}"]`);
    await option?.click();
  };
  /** Waits until it is proven of the picture that was asked for last what is expected, and says all of it. */
  const made = async (expected: string): Promise<string> => {
    await page.waitForFunction(
      (said) =>
        document
          .querySelector('[aria-label="Proof"][data-proven="true"]')
          ?.textContent?.includes(said),
      { timeout: 40_000 },
      expected,
    );
    return textOf(page, '[aria-label="Proof"]');
  };
  const sized = (size: string) =>
    page.waitForFunction(
      (said) =>
        document.querySelector('[data-testid="handoff-size"]')?.textContent?.startsWith(said),
      { timeout: 40_000 },
      size,
    );
  /** Saves the picture and reads the file. */
  const saved = async (name: string): Promise<Uint8Array> => {
    const session = await page.createCDPSession();
    await session.send("Browser.setDownloadBehavior", {
      behavior: "allow",
      downloadPath: folder,
      browserContextId: context.id ?? "",
    });
    const file = join(folder, name);
    await press(page, "Save file");
    for (let i = 0; i < 100 && !existsSync(file); i++)
      await new Promise((done) => setTimeout(done, 100));
    const bytes = new Uint8Array(readFileSync(file));
    rmSync(file);
    return bytes;
  };

  it("are a GIF, whose frames and delays another decoder counts as well", async () => {
    await chooseFormat(page, "Picture");
    await number("Plays", 3);
    await number("Frames a second", 10);
    await number("Scale", 0.5);
    await sized("320 × 200");
    await made(`${FRAMES} of ${FRAMES} frames`);
    const gif = new omggif.GifReader(await saved("boarding-pass-drops.gif"));
    expect([gif.numFrames(), gif.width, gif.height]).toEqual([FRAMES, 320, 200]);
    const delays = Array.from({ length: FRAMES }, (_, i) => gif.frameInfo(i).delay * 10);
    expect(delays).toEqual(new Array(FRAMES).fill(100));
    // Twice again makes three times.
    expect(gif.loopCount()).toBe(2);
  });

  inAll("say a rate of 30 in hundredths of a second without falling behind", async () => {
    await chooseFormat(page, "Picture");
    await number("Scale", 0.25);
    await sized("160 × 100");
    await made("55 of 55 frames");
    const gif = new omggif.GifReader(await saved("boarding-pass-drops.gif"));
    const delays = Array.from({ length: gif.numFrames() }, (_, i) => gif.frameInfo(i).delay);
    expect(new Set(delays)).toEqual(new Set([3, 4]));
    delays.reduce((sum, delay, i) => {
      expect(Math.abs(sum - (i * 100) / 30)).toBeLessThanOrEqual(0.5 + 1e-9);
      return sum + delay;
    }, 0);
  });

  it("are an APNG without a background, every color as it was drawn", async () => {
    await chooseFormat(page, "Picture");
    await choose("APNG");
    await choose("none");
    await number("Frames a second", 10);
    expect(await made(`${FRAMES} of ${FRAMES} frames`)).toMatch(
      /colors 0\.\d\/255 off at the worst/,
    );
    const png = await saved("boarding-pass-drops.png");
    const chunks: string[] = [];
    const view = new DataView(png.buffer, png.byteOffset, png.length);
    for (let at = 8; at < png.length; at += view.getUint32(at) + 12)
      chunks.push(String.fromCharCode(...png.subarray(at + 4, at + 8)));
    expect(chunks.filter((name) => name === "fcTL")).toHaveLength(FRAMES);
    const corner = await page.$eval('[data-testid="picture"]', (image) => {
      const canvas = new OffscreenCanvas(4, 4).getContext("2d");
      canvas?.drawImage(image as HTMLImageElement, 0, 0);
      return [...(canvas?.getImageData(1, 1, 1, 1).data ?? [])];
    });
    expect(corner[3]).toBe(0);
  });

  inAll("are a video that this browser plays, where it writes any", async () => {
    await chooseFormat(page, "Picture");
    await choose("WebM");
    await number("Frames a second", 10);
    await made(`${FRAMES} of ${FRAMES} frames`);
    const [length = 0, ...size] = await page.$eval("video", async (video) => {
      if (video.readyState < 1)
        await new Promise((done) => video.addEventListener("loadedmetadata", done));
      return [video.duration, video.videoWidth, video.videoHeight];
    });
    // The last frame is shown for as long as the player likes.
    expect(Math.abs(length - FRAMES / 10)).toBeLessThan(0.15);
    expect(size).toEqual([640, 400]);
  });

  it("are a sheet of all frames with a map of them", async () => {
    await chooseFormat(page, "Sprite sheet");
    await number("Frames a second", 10);
    await made(`${FRAMES} of ${FRAMES} frames`);
    const files = unzipSync(await saved("boarding-pass-drops.zip"));
    const map = JSON.parse(strFromU8(files["frames.json"] as Uint8Array));
    expect(map.frames).toHaveLength(FRAMES);
    expect(map.frames[1]).toEqual({
      frame: 1,
      time: 100,
      duration: 100,
      x: 320,
      y: 0,
      w: 320,
      h: 200,
    });
    const size = await page.$eval('[data-testid="picture"]', (image) => [
      (image as HTMLImageElement).naturalWidth,
      (image as HTMLImageElement).naturalHeight,
    ]);
    expect(size).toEqual([map.size.w, map.size.h]);
  });

  inAll("are one moment as PNG, at twice its size", async () => {
    await chooseFormat(page, "Still");
    await choose("PNG");
    await sized("640 × 400");
    await number("Scale", 2);
    await sized("1280 × 800");
    await page.waitForSelector('[data-testid="picture"]');
    const width = await page.$eval('[data-testid="picture"]', async (image) => {
      await (image as HTMLImageElement).decode();
      return (image as HTMLImageElement).naturalWidth;
    });
    expect(width).toBe(1280);
  });

  inAll("can be stopped, and made again", async () => {
    await chooseFormat(page, "Picture");
    await number("Frames a second", 60);
    await number("Scale", 2);
    await page.waitForSelector("progress");
    await press(page, "Stop");
    await page.waitForFunction(() => document.body.textContent?.includes("Stopped."));
    await press(page, "Make it again");
    await page.waitForSelector("progress");
    await press(page, "Stop");
  });

  inAll("need little memory beyond that of the page: a GIF of 55 frames", async () => {
    await chooseFormat(page, "Still");
    await handoffText(page);
    // What came with the room and is not needed any more goes first.
    const before = await settledMemory(browser);
    let most = before;
    let isMade = false;
    const watched = (async () => {
      while (!isMade) {
        most = Math.max(most, await residentMemory(browser));
        await new Promise((done) => setTimeout(done, 20));
      }
    })();
    await chooseFormat(page, "Picture");
    const said = await made("55 of 55 frames");
    isMade = true;
    await watched;
    console.log(`memory of a GIF: ${(most - before).toFixed(0)} MB beyond the page (60 wanted)`);
    expect(said).toContain("Proven");
    // About 45 by itself; what else a long run has left in the browser counts as well.
    expect(most - before).toBeLessThan(80);
  });
});
