// Tells the cache of the server's lists (Lists.tsx) that one is out of date, without loading it: a screen that shows no
// lists stays free of it.

type Listener = (list: "studies" | "curves") => void;
let listener: Listener | undefined;

/** Says that a list may have changed. Where no list was read yet, nothing is read again. */
export function listIsStale(list: Parameters<Listener>[0]): void {
  listener?.(list);
}

/** Registers who is told of lists that have changed; there is one. */
export function onStaleList(next: Listener): void {
  listener = next;
}
