import { type Curve, parseCurve } from "@levitas/core/curve";
import type { Page } from "puppeteer-core";
import { frames } from "./bench.ts";

/** The text of the curve on the desk. What was just done is written in the next frame, so that is waited for. */
export async function curveText(page: Page): Promise<string> {
  await frames(page, 2);
  return page.$eval('[aria-label="Curve as text"]', (field) => (field as HTMLInputElement).value);
}

/** The curve of the text; throws for one that cannot be read. */
export async function curveShown(page: Page): Promise<Curve> {
  const read = parseCurve(await curveText(page));
  if (!read.ok) throw new Error(read.faults[0]?.message);
  return read.value;
}

/** Opens a room for a curve that is not kept. */
export async function openRoom(page: Page, url: string, text: string): Promise<void> {
  await page.bringToFront();
  await page.goto(`${url}/curves/try#${new URLSearchParams({ curve: text })}`);
  // Another # alone does not load the page again.
  await page.reload();
  await page.waitForSelector('[data-testid="curve-line"][d]');
  const pause = await page.$('button[aria-label="Pause"]');
  await pause?.click();
  // What draws points comes with the first path.
  if (text.startsWith("path(")) await page.waitForSelector("[data-point]");
  await frames(page, 2);
}

/** Where a progress and a value are in the plot, in the window. */
export async function placeInPlot(
  page: Page,
  x: number,
  y: number,
): Promise<{ x: number; y: number }> {
  return page.$eval(
    '[data-testid="curve-plot"]',
    (svg, at) => {
      const box = svg.getBoundingClientRect();
      // The square is drawn from (0, 0) to (1, 1).
      const square = svg.querySelector("rect.fill-raised.stroke-rule");
      const number = (name: string) => Number(square?.getAttribute(name));
      return {
        x: box.left + number("x") + at.x * number("width"),
        y: box.top + number("y") + (1 - at.y) * number("height"),
      };
    },
    { x, y },
  );
}

/** Drags from one place of the plot to another, in steps of a frame each. */
export async function dragInPlot(
  page: Page,
  from: readonly [number, number],
  to: readonly [number, number],
  { steps = 10, release = true }: { steps?: number; release?: boolean } = {},
): Promise<void> {
  const a = await placeInPlot(page, ...from);
  const b = await placeInPlot(page, ...to);
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  for (let i = 1; i <= steps; i++) {
    await page.mouse.move(a.x + ((b.x - a.x) * i) / steps, a.y + ((b.y - a.y) * i) / steps);
    await frames(page, 1);
  }
  if (release) await page.mouse.up();
  await frames(page, 2);
}

/** Double-clicks a place of the plot. */
export async function doubleClickInPlot(page: Page, x: number, y: number): Promise<void> {
  const at = await placeInPlot(page, x, y);
  await page.mouse.click(at.x, at.y, { count: 2 });
  await frames(page, 2);
}
