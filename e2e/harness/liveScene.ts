import type { Page } from "puppeteer-core";
import { openNewStudy, press } from "./bench.ts";

/** Makes a study, opens it on the bench and goes to Live; answers its id. */
export async function openLive(page: Page, url: string, body: object): Promise<string> {
  const id = await openNewStudy(page, url, body);
  await page.waitForSelector('[data-testid="stage"]');
  await press(page, "Live");
  await page.waitForSelector('[data-testid="live-scene"]');
  return id;
}

/** A place of the scene in the window. */
export function scenePlace(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  return page.$eval(
    '[data-testid="live-scene"] [data-testid="stage"]',
    (stage, sx, sy) => {
      const box = stage.getBoundingClientRect();
      const scale = box.width / (stage as HTMLElement).offsetWidth;
      return { x: box.x + sx * scale, y: box.y + sy * scale };
    },
    x,
    y,
  );
}
