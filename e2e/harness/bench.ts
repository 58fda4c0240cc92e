import type { Study } from "@levitas/core/study";
import type { ElementHandle, Page } from "puppeteer-core";

/** Leaves Live and the sequence, in which studies open that answer or are arranged in groups. */
export async function showLanes(page: Page): Promise<void> {
  const leave = (selector: string) =>
    page.evaluate((which) => document.querySelector<HTMLElement>(which)?.click(), selector);
  await leave('button[aria-pressed="true"][title^="Back to the timeline"]');
  const lanes = '[aria-label="Timeline shows"] button[aria-pressed]:first-child';
  await page.waitForSelector(lanes);
  await leave(lanes);
}

/**
 * Opens a study from the list by its name, as a person does, and answers its id: with its lanes, or else as it opens by
 * itself.
 */
export async function openStudyByName(
  page: Page,
  url: string,
  name: string,
  { asItOpens = false } = {},
): Promise<string> {
  // A tab in the background draws no frames, and so never sees a click through.
  await page.bringToFront();
  await page.goto(url);
  const card = await page.waitForSelector(`a[aria-label="Open ${name}"]`);
  const id = await card?.evaluate((element) => element.getAttribute("data-study"));
  await card?.click();
  await page.waitForSelector('[aria-label="Save state"]');
  if (!asItOpens) await showLanes(page);
  if (!id) throw new Error(`There is no study named ${name}`);
  return id;
}

/** Makes a study of a document or of a demo (`{ document }`, `{ demo }`), and answers its id. */
export async function makeStudy(url: string, body: object): Promise<string> {
  const made = await fetch(`${url}/api/studies`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
  });
  if (made.status !== 201) throw new Error(`No study was made: ${await made.text()}`);
  return ((await made.json()) as { id: string }).id;
}

/** Makes a study and opens it on the bench; answers its id. */
export async function openNewStudy(page: Page, url: string, body: object): Promise<string> {
  const id = await makeStudy(url, body);
  // A tab in the background draws no frames.
  await page.bringToFront();
  await page.goto(`${url}/studies/${id}`);
  await page.waitForSelector('[aria-label="Save state"]');
  await showLanes(page);
  return id;
}

/** Waits until the bench says that everything is saved. */
export async function waitUntilSaved(page: Page): Promise<void> {
  await page.waitForSelector('[aria-label="Save state"][data-state="saved"]');
}

/** The document as the server has it. */
export async function storedDocument(url: string, id: string): Promise<Study> {
  const response = await fetch(`${url}/api/studies/${id}`);
  const { document } = (await response.json()) as { document: Study };
  return document;
}

/** The middle of an element in the window. */
export async function middleOf(page: Page, selector: string): Promise<{ x: number; y: number }> {
  const element = await page.waitForSelector(selector);
  const box = await element?.boundingBox();
  if (!box) throw new Error(`${selector} is not on the screen`);
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

/** Drags an element by its middle, in steps of a frame each. */
export async function dragBy(
  page: Page,
  selector: string,
  by: { x: number; y: number },
  options: { steps?: number; release?: boolean } = {},
): Promise<void> {
  await dragFrom(page, await middleOf(page, selector), by, options);
}

/** Drags what is at a place of the window, in steps of a frame each. */
export async function dragFrom(
  page: Page,
  from: { x: number; y: number },
  by: { x: number; y: number },
  { steps = 12, release = true }: { steps?: number; release?: boolean } = {},
): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  for (let i = 1; i <= steps; i++) {
    await page.mouse.move(from.x + (by.x * i) / steps, from.y + (by.y * i) / steps);
    await frames(page, 1);
  }
  if (release) await page.mouse.up();
}

/** Lets the page draw some frames. */
export async function frames(page: Page, count: number): Promise<void> {
  await page.evaluate(
    (left) =>
      new Promise<void>((done) => {
        const next = (n: number) => (n === 0 ? done() : requestAnimationFrame(() => next(n - 1)));
        next(left);
      }),
    count,
  );
}

/** Clicks a button by its words or its name. */
export async function press(page: Page, name: string): Promise<void> {
  const button = await page.waitForSelector(`::-p-aria([name="${name}"])`);
  await button?.click();
}

/** The text of an element that is on the screen. */
export async function textOf(page: Page, selector: string): Promise<string> {
  const element = await page.waitForSelector(selector);
  return (await element?.evaluate((node) => node.textContent ?? "")) ?? "";
}

/** Empties a field and types into it. */
export async function retype(
  page: Page,
  field: ElementHandle<Element>,
  text: string,
): Promise<void> {
  await field.click({ count: 3 });
  await page.keyboard.type(text);
}
