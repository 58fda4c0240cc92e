import { openNewStudy } from "./harness/bench.ts";
import { launchBrowser, openPage } from "./harness/browser.ts";
import { chooseFormat, handoffText, openHandoff, proven } from "./harness/handoffRoom.ts";
import { startServer } from "./harness/server.ts";

it("shots", async () => {
  const server = await startServer();
  const browser = await launchBrowser();
  const { page, problems } = await openPage(browser);
  await openNewStudy(page, server.url, { demo: "kiosk-arrival" });
  await openHandoff(page);
  const go = async (time: string) =>
    page.$eval(
      '[aria-label="Time of both"]',
      (slider, value) => {
        Object.assign(slider, { value });
        slider.dispatchEvent(new Event("input", { bubbles: true }));
      },
      time,
    );
  await proven(page);
  await go("3300");
  await new Promise((r) => setTimeout(r, 400));
  await page.screenshot({ path: "/tmp/s-css.png" });
  await chooseFormat(page, "Page");
  await proven(page);
  await go("3300");
  await new Promise((r) => setTimeout(r, 400));
  await page.screenshot({ path: "/tmp/s-page.png" });
  await chooseFormat(page, "Module");
  await handoffText(page);
  await page.select('section[aria-label="How"] select', "hover");
  await proven(page);
  await go("3300");
  await page.$eval('section[aria-label="In every format"]', (e) => e.scrollIntoView());
  await new Promise((r) => setTimeout(r, 400));
  await page.screenshot({ path: "/tmp/s-module.png" });
  await page.setViewport({ width: 1024, height: 800 });
  await page.emulateMediaFeatures([{ name: "prefers-color-scheme", value: "dark" }]);
  await chooseFormat(page, "Component");
  await handoffText(page);
  await new Promise((r) => setTimeout(r, 900));
  await page.screenshot({ path: "/tmp/s-react.png" });
  await page.setViewport({ width: 1280, height: 800 });
  await page.emulateMediaFeatures([]);
  await page.goto(page.url().replace(/handoff.*/, "handoff?as=transition"));
  await handoffText(page);
  await new Promise((r) => setTimeout(r, 1500));
  await page.screenshot({ path: "/tmp/s-transition.png" });
  await openNewStudy(page, server.url, { demo: "boarding-pass" });
  await openHandoff(page);
  await chooseFormat(page, "Picture");
  await page.waitForFunction(
    () => document.querySelector('[aria-label="Proof"][data-proven="true"]'),
    { timeout: 40000 },
  );
  await new Promise((r) => setTimeout(r, 900));
  await page.screenshot({ path: "/tmp/s-picture.png" });
  console.log(problems);
  await browser.close();
  await server.remove();
}, 120000);
