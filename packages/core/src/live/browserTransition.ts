/** How a transition goes: a curve with its slope, and how long the whole of it takes, ms. */
export interface TransitionTiming {
  readonly easing: { value(p: number): number; slope(p: number): number };
  readonly duration: number;
}

/**
 * A number as a browser's own transition moves it: sent elsewhere in mid-flight it goes on from where it is without its
 * speed, and on its way back it takes as much less time as it had come less far. Source: CSS Transitions Level 1,
 * section 3.1, "Faster reversing of interrupted transitions". Times in ms, rates per s.
 */
export class BrowserTransition {
  #begin = Number.NEGATIVE_INFINITY;
  #length: number;
  #from: number;
  #to: number;
  /** Where it would go back to in less time, and how much of the whole way it is on. */
  #reversed: number;
  #share = 1;

  /**
   * @param value where it stands
   * @param duration of the whole way, ms
   */
  constructor(
    value: number,
    private readonly easing: TransitionTiming["easing"],
    private readonly duration: number,
  ) {
    this.#length = duration;
    [this.#from, this.#to, this.#reversed] = [value, value, value];
  }

  /** How long its last way takes, ms. */
  get length(): number {
    return this.#length;
  }

  isUnderWay(time: number): boolean {
    return time < this.#begin + this.#length && this.#from !== this.#to;
  }

  value(time: number): number {
    if (!this.isUnderWay(time)) return this.#to;
    return this.#from + (this.#to - this.#from) * this.easing.value(this.#progress(time));
  }

  rate(time: number): number {
    if (!this.isUnderWay(time)) return 0;
    const slope = this.easing.slope(this.#progress(time));
    return ((this.#to - this.#from) * slope * 1000) / this.#length;
  }

  /** Sends it elsewhere; where it goes already it goes on. */
  go(time: number, target: number): void {
    if (target === this.#to) return;
    const isUnderWay = this.isUnderWay(time);
    const from = this.value(time);
    const come = isUnderWay ? this.easing.value(this.#progress(time)) : 1;
    const isReversed = isUnderWay && target === this.#reversed;
    this.#share = isReversed ? Math.min(Math.abs(come * this.#share + 1 - this.#share), 1) : 1;
    this.#reversed = isReversed ? this.#to : from;
    [this.#from, this.#to, this.#begin] = [from, target, time];
    this.#length = this.duration * this.#share;
  }

  #progress(time: number): number {
    return (time - this.#begin) / this.#length;
  }
}
