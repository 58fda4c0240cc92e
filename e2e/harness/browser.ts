import puppeteer, { type Browser, type BrowserContext, type Page } from "puppeteer-core";

/** Headless Chromium as this project's machines have it. */
export function launchBrowser(): Promise<Browser> {
  const executablePath = process.env.CHROMIUM ?? "/usr/bin/chromium";
  return puppeteer.launch({
    executablePath,
    headless: executablePath.includes("headless-shell") ? "shell" : true,
    args: [
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
      // Letters are as wide as in a window: a browser without one rounds them to whole px.
      "--font-render-hinting=none",
    ],
  });
}

/** A browser with one page for all tests of a suite, which `take` is given before the first. */
export function oneBlankPage(take: (page: Page) => void): void {
  let browser: Browser | undefined;
  beforeAll(async () => {
    browser = await launchBrowser();
    take(await browser.newPage());
  });
  afterAll(() => browser?.close());
}

/** A page of 1280 x 800 whose errors are collected. */
export interface WatchedPage {
  readonly page: Page;
  /** Console errors, warnings and uncaught exceptions, in order. */
  readonly problems: string[];
}

/** Opens a page and watches it for errors. */
export async function openPage(browser: Browser | BrowserContext): Promise<WatchedPage> {
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  // Shorter than a test may last, so that what was waited for is what is reported.
  page.setDefaultTimeout(12_000);
  const problems: string[] = [];
  page.on("console", (message) => {
    if (message.type() === "error" || message.type() === "warn") problems.push(message.text());
  });
  page.on("pageerror", (error) => problems.push(String(error)));
  return { page, problems };
}
