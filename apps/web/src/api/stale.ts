// What lists are kept of, told apart from what keeps them: a screen without lists tells that one is out of date, and does
// not load the cache for that.

type Listener = (list: "studies" | "curves") => void;
let listener: Listener | undefined;

/** Says that a list may be another one by now. Where none was read yet, nothing has to be read again. */
export function listIsStale(list: Parameters<Listener>[0]): void {
  listener?.(list);
}

/** Is told of lists that are out of date from now on. */
export function onStaleList(next: Listener): void {
  listener = next;
}
