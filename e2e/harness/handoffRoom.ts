import type { Page } from "puppeteer-core";
import { press } from "./bench.ts";

/** Goes from the bench to the hand-off. */
export async function openHandoff(page: Page): Promise<void> {
  await press(page, "Hand off");
  await page.waitForSelector('nav[aria-label="Formats"]');
}

/** Chooses a format by its id. */
export async function chooseFormat(page: Page, label: string): Promise<void> {
  const button = await page.waitForSelector(
    `nav[aria-label="Formats"] ::-p-xpath(.//b[.="${label}"]/..)`,
  );
  await button?.click();
  await page.waitForSelector(`section[aria-label="Hand-off as ${label}"]`);
}

/** The text that leaves, once it is written. */
export async function handoffText(page: Page): Promise<string> {
  const area = await page.waitForSelector('[data-testid="handoff-text"][data-busy="false"]');
  return (await area?.evaluate((element) => (element as HTMLTextAreaElement).value)) ?? "";
}

/** Waits for a proof of what is written now, and says whether it was one. */
export async function proven(page: Page): Promise<boolean> {
  await handoffText(page);
  const panel = await page.waitForSelector('[aria-label="Proof"][data-proven]');
  return (await panel?.evaluate((element) => element.getAttribute("data-proven"))) === "true";
}
