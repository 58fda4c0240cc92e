import type { Page } from "puppeteer-core";
import { frames } from "./bench.ts";

interface Place {
  readonly x: number;
  readonly y: number;
}

/** The cursor of a row: by its name, or by the id of the block. */
const selectorOf = (cursor: string | { readonly block: string }) =>
  typeof cursor === "string"
    ? `[role="slider"][aria-label="${cursor}"]`
    : `[data-block-row="${cursor.block}"] [role="slider"]`;
type Cursor = Parameters<typeof selectorOf>[0];

/** The cursor of a row as it stands: what it says, and where. */
async function cursorNow(page: Page, cursor: Cursor): Promise<Place & { readonly words: string }> {
  await frames(page, 1);
  return page.$eval(selectorOf(cursor), (element) => {
    const box = element.getBoundingClientRect();
    const words = element.getAttribute("aria-valuetext") ?? "";
    return { x: box.left + box.width / 2, y: box.top + box.height / 2, words };
  });
}

/**
 * Everything on a row of the timeline in its order, as the keyboard finds it: what it says of itself, and where it is in
 * the window. Nothing is chosen by that, and the keyboard goes back to the page.
 */
export async function stopsOf(
  page: Page,
  cursor: Cursor,
): Promise<(Place & { readonly words: string })[]> {
  await page.waitForSelector(selectorOf(cursor));
  await page.focus(selectorOf(cursor));
  await page.keyboard.press("Home");
  const stops = [await cursorNow(page, cursor)];
  for (;;) {
    await page.keyboard.press("ArrowRight");
    const next = await cursorNow(page, cursor);
    if (next.words === stops.at(-1)?.words) break;
    stops.push(next);
  }
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  return stops;
}

/** Where on a row something is that says of itself what begins with `words`; waits until it is there. */
export async function placeOf(page: Page, cursor: Cursor, words: string): Promise<Place> {
  for (let tries = 0; tries < 40; tries++) {
    const stop = (await stopsOf(page, cursor)).find((each) => each.words.startsWith(words));
    if (stop) return { x: stop.x, y: stop.y };
    await frames(page, 3);
  }
  throw new Error(`There is no “${words}” on ${selectorOf(cursor)}`);
}

/** Where a key of a lane is, such as the second of "Pass y". */
export function placeOfKey(page: Page, lane: string, number: number): Promise<Place> {
  return placeOf(page, `Keys of ${lane}`, `Key ${number} of`);
}

/** Where the span after a key of a lane is: at a third of it. */
export async function placeOfSpan(page: Page, lane: string, number = 1): Promise<Place> {
  const from = await placeOfKey(page, lane, number);
  const to = await placeOfKey(page, lane, number + 1);
  return { x: from.x + (to.x - from.x) / 3, y: from.y };
}

/** Where a column of keys is on a figure's own row. */
export function placeOfColumn(page: Page, figure: string, number: number): Promise<Place> {
  return placeOf(page, `Columns of ${figure}`, `Column ${number} of`);
}

/** Clicks a key of a lane; with Shift it is chosen besides the others. */
export async function clickKey(
  page: Page,
  lane: string,
  number: number,
  { shift = false }: { shift?: boolean } = {},
): Promise<void> {
  const { x, y } = await placeOfKey(page, lane, number);
  if (shift) await page.keyboard.down("Shift");
  await page.mouse.click(x, y);
  if (shift) await page.keyboard.up("Shift");
  await frames(page, 2);
}

/** Clicks the span after a key of a lane. */
export async function clickSpan(page: Page, lane: string, number = 1): Promise<void> {
  const { x, y } = await placeOfSpan(page, lane, number);
  await page.mouse.click(x, y);
  await frames(page, 2);
}

/** Where a block of the sequence is, by its id: its middle. */
export async function placeOfBlock(page: Page, block: string): Promise<Place> {
  const stops = await stopsOf(page, { block });
  // A tween's edges stand to both sides of it.
  const { x, y } = (stops.length === 3 ? stops[1] : stops[0]) as Place;
  return { x, y: y - (await fanBelow(page, block)) };
}

/** Where an edge of a block is: the start with the dot it hangs by in the middle of its line. */
export async function placeOfEdge(
  page: Page,
  block: string,
  edge: "start" | "end",
): Promise<Place> {
  const stops = await stopsOf(page, { block });
  const { x, y } = (edge === "start" ? stops[0] : stops.at(-1)) as Place;
  return { x, y: y - (await fanBelow(page, block)) };
}

/** How much lower the middle of a staggered block's line is than that of others, px. */
async function fanBelow(page: Page, block: string): Promise<number> {
  const height = await page.$eval(selectorOf({ block }), (element) => element.clientHeight);
  return (height - 30) / 2;
}
