/** Things that happen at a time, in the order of their times; of one time in the order in which they were put down. */
export class Agenda {
  private readonly entries: { readonly time: number; readonly run: () => void }[] = [];

  put(time: number, run: () => void): void {
    if (!Number.isFinite(time)) return;
    const { entries } = this;
    let [low, high] = [0, entries.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((entries[middle] as { time: number }).time <= time) low = middle + 1;
      else high = middle;
    }
    entries.splice(low, 0, { time, run });
  }

  /** The time of the next thing; Infinity if there is none. */
  get next(): number {
    return this.entries[0]?.time ?? Number.POSITIVE_INFINITY;
  }

  /** Takes out the next thing. */
  take(): (() => void) | undefined {
    return this.entries.shift()?.run;
  }
}
