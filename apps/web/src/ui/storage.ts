/**
 * What the browser keeps for a page, where it may be asked for: storage can be blocked, full or broken. Then nothing is
 * remembered, and everything else works.
 */

type Where = "local" | "session";

/** What is kept under a key; null where there is nothing, or nothing may be kept. */
export function readStored(where: Where, key: string): string | null {
  try {
    return storageOf(where).getItem(key);
  } catch {
    return null;
  }
}

/** Keeps a text under a key; answers whether that was possible. */
export function store(where: Where, key: string, text: string): boolean {
  try {
    storageOf(where).setItem(key, text);
    return true;
  } catch {
    return false;
  }
}

/** Forgets what is kept under a key. */
export function forgetStored(where: Where, key: string): void {
  try {
    storageOf(where).removeItem(key);
  } catch {
    // Nothing could be kept either.
  }
}

const storageOf = (where: Where): Storage =>
  where === "local" ? globalThis.localStorage : globalThis.sessionStorage;
