import { launchBrowser, openPage } from "./harness/browser.ts";
import { startServer } from "./harness/server.ts";

it("x", async () => {
  const server = await startServer();
  const browser = await launchBrowser();
  const { page, problems } = await openPage(browser);
  const script = (await import("/tmp/live.script.mjs" as string)) as {
    default: (page: unknown, url: string) => Promise<void>;
  };
  try {
    await script.default(page, server.url);
  } finally {
    console.log(problems);
    await browser.close();
    await server.remove();
  }
}, 120000);
