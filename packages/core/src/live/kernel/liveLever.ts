import { type Lever, leverStart } from "../../study/index.ts";
import type { Decay } from "./decay.ts";
import { LiveChannel, stillGoal } from "./liveChannel.ts";

/** The share of a lever's range that is no difference. */
const STEP = 1e-4;
/** A lever over time: what it is given, followed at once, with a lag or by a spring. */
export class LiveLever {
  readonly channel: LiveChannel;

  /** @param decay how it follows */
  constructor(
    readonly lever: Lever,
    private readonly decay: Decay,
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
    this.channel.begin(time, stillGoal([target]), this.decay, true);
    return true;
  }
}
