/** Quantities that have to be evaluated again, given back in topological order. */
export class DirtyQueue {
  readonly #marked: Uint8Array;
  readonly #quantityAt: Int32Array;
  #low: number;
  #high = -1;

  /** @param rank the place of each quantity in a topological order */
  constructor(private readonly rank: Int32Array) {
    this.#marked = new Uint8Array(rank.length);
    this.#quantityAt = new Int32Array(rank.length);
    this.#low = rank.length;
  }

  add(quantity: number): void {
    const rank = this.rank[quantity] as number;
    this.#marked[rank] = 1;
    this.#quantityAt[rank] = quantity;
    if (rank < this.#low) this.#low = rank;
    if (rank > this.#high) this.#high = rank;
  }

  /** The next one; −1 when there is none left. */
  next(): number {
    for (; this.#low <= this.#high; this.#low++) {
      if (this.#marked[this.#low] === 0) continue;
      this.#marked[this.#low] = 0;
      return this.#quantityAt[this.#low] as number;
    }
    [this.#low, this.#high] = [this.rank.length, -1];
    return -1;
  }
}
