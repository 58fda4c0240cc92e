import type { Unread, WebElement } from "./brought.ts";
import { elementsOf } from "./cascade.ts";
import { readSheet } from "./styleSheet.ts";

/** What a style sheet says: elements with their animations and transitions. */
export function readCss(css: string, unread: Unread[], offsetLine = 0): WebElement[] {
  return elementsOf(readSheet(css, unread, offsetLine), unread);
}
