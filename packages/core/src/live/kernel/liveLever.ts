import { type Lever, leverStart } from "../../study/index.ts";
import { LiveChannel, stillGoal } from "./liveChannel.ts";
import type { Way } from "./way.ts";

/** The share of a lever's range that is no difference. */
const STEP = 1e-4;
/** The places between which it is looked whether a lever went past a value. */
const LOOKS = 240;

/** A lever over time: what it is given, followed at once, with a lag or by a spring. */
export class LiveLever {
  readonly channel: LiveChannel;

  /** @param way how it follows */
  constructor(
    readonly lever: Lever,
    private readonly way: Way,
  ) {
    const { range } = lever;
    const step = Math.abs(range[1] - range[0]) * STEP;
    this.channel = new LiveChannel(stillGoal([leverStart(lever)]), 1, step);
  }

  /** Gives it a value, which is brought into its range; says whether that is another one. */
  give(time: number, value: number): boolean {
    const [low, high] = this.lever.range;
    const target = Math.min(Math.max(value, low), high);
    if (this.channel.targetAt(time) === target) return false;
    this.channel.begin(time, stillGoal([target]), this.way, true);
    return true;
  }

  /**
   * The first time after another at which it goes past a value, as it is moving now; undefined if it does not. What
   * jumps past it does so at once.
   */
  crossing(from: number, past: number, rises: boolean): number | undefined {
    const piece = this.channel.pieceAt(from);
    if (!piece) return undefined;
    const isPast = (value: number) => (rises ? value > past : value < past);
    const valueAt = (t: number) => this.channel.value(t);
    // What it came from counts for a piece that jumps at its beginning.
    let before = piece.begin === from ? (piece.from[0] as number) : valueAt(from);
    let last = from;
    if (!isPast(before) && isPast(valueAt(from))) return from;
    for (let look = 1; look <= LOOKS && piece.end > from; look++) {
      const time = from + ((piece.end - from) * look) / LOOKS;
      const value = valueAt(time);
      if (!isPast(before) && isPast(value)) {
        let [low, high] = [last, time];
        for (let round = 0; round < 40; round++) {
          const middle = (low + high) / 2;
          if (isPast(valueAt(middle))) high = middle;
          else low = middle;
        }
        return high;
      }
      [before, last] = [value, time];
    }
    return undefined;
  }
}
