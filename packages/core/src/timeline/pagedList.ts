/** Elements in a page: a power of two. */
const PAGE = 32;
const SHIFT = 5;

/**
 * A list that never changes, of which another state is made at the cost of what differs: its elements lie in pages, and
 * pages without a change are shared between the states.
 */
export class PagedList<T> {
  private constructor(
    private readonly pages: readonly (readonly T[])[],
    readonly length: number,
  ) {}

  static from<T>(list: readonly T[]): PagedList<T> {
    const pages: (readonly T[])[] = [];
    for (let first = 0; first < list.length; first += PAGE)
      pages.push(list.slice(first, first + PAGE));
    return new PagedList(pages, list.length);
  }

  /** The element at an index from 0 to `length` − 1; undefined for others. */
  at(index: number): T | undefined {
    return this.pages[index >> SHIFT]?.[index & (PAGE - 1)];
  }

  /** The list with other elements at some indices; `elementAt` says what is there now. */
  with(indices: Iterable<number>, elementAt: (index: number) => T): PagedList<T> {
    const pages = this.pages.slice();
    const copied = new Set<number>();
    for (const index of indices) {
      const page = index >> SHIFT;
      if (!copied.has(page)) {
        copied.add(page);
        pages[page] = (pages[page] as readonly T[]).slice();
      }
      (pages[page] as T[])[index & (PAGE - 1)] = elementAt(index);
    }
    return new PagedList(pages, this.length);
  }
}
