import type { Browser, BrowserContext, Page } from "puppeteer-core";
import { launchBrowser, openPage } from "./browser.ts";
import { startServer, type TestServer } from "./server.ts";

/** The running application, as each test of a suite has it. */
export interface App {
  /** The test's own page, in a browser context of its own. */
  readonly page: Page;
  readonly url: string;
}

/**
 * Has a server and a browser for the suite it is called in, and a page for each of its tests; whatever the console
 * says is expected to be nothing.
 */
export function useApp(): App {
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
  });
  afterEach(async () => {
    expect(problems).toEqual([]);
    await context.close();
  });
  return {
    get page() {
      return page;
    },
    get url() {
      return server.url;
    },
  };
}
