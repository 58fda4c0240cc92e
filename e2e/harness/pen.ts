import type { Page } from "puppeteer-core";

/** Presses a place of the window with a pen. */
export async function penPress(page: Page, x: number, y: number): Promise<void> {
  const session = await page.createCDPSession();
  const pen = { x, y, pointerType: "pen", button: "left", clickCount: 1 } as const;
  await session.send("Input.dispatchMouseEvent", { ...pen, type: "mousePressed" });
  await session.send("Input.dispatchMouseEvent", { ...pen, type: "mouseReleased" });
  await session.detach();
}
