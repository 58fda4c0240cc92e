import { Injectable } from "@nestjs/common";
import { nanoid } from "nanoid";

/** How many pages are kept, and of how many letters all together: the newest are. */
const MOST = 16;
const MOST_LETTERS = 32e6;

/** Pages with something handed off in them, shown in frames of their own; kept until newer ones take their place. */
@Injectable()
export class PreviewStore {
  /** By id, oldest first. */
  readonly #pages = new Map<string, string>();

  add(html: string): string {
    const id = nanoid();
    this.#pages.set(id, html);
    let letters = 0;
    for (const page of this.#pages.values()) letters += page.length;
    for (const [oldest, page] of this.#pages) {
      if (this.#pages.size === 1 || (this.#pages.size <= MOST && letters <= MOST_LETTERS)) break;
      this.#pages.delete(oldest);
      letters -= page.length;
    }
    return id;
  }

  find(id: string): string | undefined {
    return this.#pages.get(id);
  }
}
