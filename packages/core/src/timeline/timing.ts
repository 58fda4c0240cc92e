import type { Repeats } from "../study/index.ts";

/**
 * Tolerance for comparing local times, ms. A local time comes out of many additions and divisions; their rounding must
 * not decide whether an iteration is over, or whether the next one has begun.
 */
export const TIE = 1e-7;

/** How an item repeats: the resolved fields of `Repeats`, with the duration of one iteration. */
export interface Iterations {
  /** Duration of one iteration, ms. */
  readonly length: number;
  /** Number of iterations; Infinity for endless. */
  readonly count: number;
  readonly direction: NonNullable<Repeats["direction"]>;
  /** Pause between iterations, ms. */
  readonly pause: number;
  readonly fill: NonNullable<Repeats["fill"]>;
}

/** How an item whose iteration lasts `length` ms repeats; undefined if it plays once, forwards. */
export function iterationsOf(item: Repeats, length: number): Iterations | undefined {
  const { iterations = 1, direction = "normal", pause = 0, fill = "forwards" } = item;
  if (iterations === 1 && direction === "normal") return undefined;
  return { length, count: iterations ?? Number.POSITIVE_INFINITY, direction, pause, fill };
}

/** Total duration of all iterations with the pauses between them, ms; Infinity for endless. */
export function activeLength({ length, count, pause }: Omit<Iterations, "fill">): number {
  if (length + pause === 0 || count === 0) return 0;
  if (count === Number.POSITIVE_INFINITY) return count;
  return count * length + Math.max(Math.ceil(count) - 1, 0) * pause;
}

/** Whether the iteration with this index (from 0) runs backwards. */
export function isBackward(direction: Iterations["direction"], index: number): boolean {
  if (direction === "normal") return false;
  if (direction === "reverse") return true;
  return (index % 2 === 1) === (direction === "alternate");
}

/**
 * Local time within an iteration, `since` ms after the first iteration started: 0 to `length`. Before the start it is
 * −Infinity, or the first value if the item fills backwards; after the end it is Infinity, or the last value if it fills
 * forwards. In a pause it is where the iteration before ended. Source: Web Animations, "Calculating the simple iteration
 * progress", with pauses between iterations.
 */
export function iterationTime(iterations: Iterations, since: number): number {
  const { length, count, direction, fill } = iterations;
  if (since < -TIE) {
    if (fill !== "backwards" && fill !== "both") return Number.NEGATIVE_INFINITY;
    return isBackward(direction, 0) ? length : 0;
  }
  const over = since >= activeLength(iterations) - TIE;
  const [index, within] = iterationAt(
    iterations,
    over ? activeLength(iterations) : Math.max(since, 0),
  );
  if (over && fill !== "forwards" && fill !== "both") return Number.POSITIVE_INFINITY;
  if (count === 0) return isBackward(direction, 0) ? length : 0;
  return isBackward(direction, index) ? length - within : within;
}

/** Rate of local time within an iteration: 1, −1 when it runs backwards, 0 in pauses and outside of the iterations. */
export function iterationRate(iterations: Iterations, since: number): number {
  if (since < 0 || since >= activeLength(iterations)) return 0;
  const [index, within] = iterationAt(iterations, since);
  if (within >= iterations.length) return 0;
  return isBackward(iterations.direction, index) ? -1 : 1;
}

/** Index of the current iteration and the time into it, ms; after the end, the end of the last one. */
function iterationAt(
  iterations: Iterations,
  since: number,
): readonly [index: number, within: number] {
  const { length, count, pause } = iterations;
  const period = length + pause;
  if (period === 0) return [0, 0];
  if (since >= activeLength(iterations)) {
    const last = Math.max(Math.ceil(count) - 1, 0);
    return [last, (count - last) * length];
  }
  const index = Math.floor((since + TIE) / period);
  return [index, Math.min(Math.max(since - index * period, 0), length)];
}

/** Start of an iteration, ms after the start of the first. */
export function iterationStart({ length, pause }: Iterations, index: number): number {
  return index * (length + pause);
}

/** A freeze, placed among the items of its level. */
export interface PlacedFreeze {
  /** Start in the level's time, ms, not counting the delays of other freezes. */
  readonly at: number;
  readonly length: number;
  /** Whether items that start later are delayed by its duration. */
  readonly push: boolean;
  /** Ids of the frozen figures; undefined for all. */
  readonly figures?: ReadonlySet<string>;
}

/** The effect of a freeze on one item: it holds its value for `length` ms and is delayed by it (`shifts`) or not. */
export interface FigureFreeze {
  readonly at: number;
  readonly length: number;
  readonly shifts: boolean;
}

/**
 * The freezes that affect an item of a figure which starts at `start`. Frozen figures hold their current value. Other
 * figures are delayed by the freeze's duration if they have not started yet, and otherwise play on.
 */
export function freezesFor(
  freezes: readonly PlacedFreeze[],
  figure: string | undefined,
  start: number,
): readonly FigureFreeze[] {
  return freezes.flatMap(({ at, length, push, figures }): FigureFreeze[] => {
    const holds = !figures || (figure !== undefined && figures.has(figure));
    const shifts = push && (holds || start >= at);
    return holds || shifts ? [{ at, length, shifts }] : [];
  });
}

/** The freezes of a level as they delay what has not started yet, whichever figures they hold. */
export function delaysOf(freezes: readonly PlacedFreeze[]): readonly FigureFreeze[] {
  return freezes.flatMap(({ at, length, push }) => (push ? [{ at, length, shifts: true }] : []));
}

/** Converts a time of the level to the time its content would have without freezes. */
export function contentTime(freezes: readonly FigureFreeze[], t: number): number {
  let shift = 0;
  for (const { at, length, shifts } of freezes) {
    const begin = at + shift;
    if (t < begin) break;
    if (t < begin + length) return at;
    if (shifts) shift += length;
  }
  return t - shift;
}

/** Whether a freeze holds the item at this time. */
export function isHeld(freezes: readonly FigureFreeze[], t: number): boolean {
  let shift = 0;
  for (const { at, length, shifts } of freezes) {
    const begin = at + shift;
    if (t < begin) return false;
    if (t < begin + length) return true;
    if (shifts) shift += length;
  }
  return false;
}

/**
 * The time at which content is shown that would be at `time` without freezes. Content exactly at the start of a freeze
 * is shown as the freeze starts; with `after`, as it ends.
 */
export function presentTime(
  freezes: readonly Pick<PlacedFreeze, "at" | "length" | "push">[],
  time: number,
  after = false,
): number {
  let shift = 0;
  for (const { at, length, push } of freezes)
    if (push && (after ? at <= time : at < time)) shift += length;
  return time + shift;
}

/** One conversion on the way from the study's time to an item's local time. */
export type TimeLink =
  | { readonly kind: "freezes"; readonly freezes: readonly FigureFreeze[] }
  | {
      readonly kind: "play";
      readonly origin: number;
      readonly rate: number;
      readonly iterations?: Iterations;
    };

/**
 * Local time of an item at a time of the study, through all links from the outermost on. −Infinity before it starts and
 * Infinity after its end, where it does not fill.
 */
export function innerTime(links: readonly TimeLink[], t: number): number {
  let time = t;
  for (const link of links) {
    if (link.kind === "freezes") time = contentTime(link.freezes, time);
    else {
      const since = (time - link.origin) * link.rate;
      time = link.iterations ? iterationTime(link.iterations, since) : since;
    }
    if (!Number.isFinite(time)) return time;
  }
  return time;
}

/**
 * Whether the innermost iterations are over and ran backwards at last. Then the value that stays is that before a jump
 * of `steps()` at this place, as it was before the effect began: the before flag of Web Animations.
 */
export function endsBackwards(links: readonly TimeLink[], t: number): boolean {
  let time = t;
  let ends = false;
  for (const link of links) {
    if (link.kind === "freezes") time = contentTime(link.freezes, time);
    else {
      const since = (time - link.origin) * link.rate;
      const { iterations } = link;
      if (iterations) {
        const active = activeLength(iterations);
        const last = Math.max(Math.ceil(iterations.count) - 1, 0);
        ends = since >= active - TIE && isBackward(iterations.direction, last);
      }
      time = iterations ? iterationTime(iterations, since) : since;
    }
    if (!Number.isFinite(time)) return false;
  }
  return ends;
}

/** Rate of local time per ms of the study; 0 in freezes, pauses and outside of the iterations. */
export function innerSpeed(links: readonly TimeLink[], t: number): number {
  let time = t;
  let speed = 1;
  for (const link of links) {
    if (link.kind === "freezes") {
      if (isHeld(link.freezes, time)) return 0;
      time = contentTime(link.freezes, time);
    } else {
      const since = (time - link.origin) * link.rate;
      speed *= link.rate;
      if (link.iterations) {
        speed *= iterationRate(link.iterations, since);
        time = iterationTime(link.iterations, since);
      } else time = since;
    }
    if (speed === 0 || !Number.isFinite(time)) return 0;
  }
  return speed;
}

/**
 * The time of the study at which a local time is shown, as if every iteration were the first and ran forwards: what a
 * timeline draws.
 */
export function outerTime(links: readonly TimeLink[], within: number): number {
  let time = within;
  for (let i = links.length - 1; i >= 0; i--) {
    const link = links[i] as TimeLink;
    if (link.kind === "play") time = link.origin + time / link.rate;
    else time = shownThrough(link.freezes, time);
  }
  return time;
}

/** The inverse of `contentTime`. */
export function shownThrough(freezes: readonly FigureFreeze[], time: number): number {
  let shift = 0;
  for (const { at, length, shifts } of freezes) if (shifts && at < time) shift += length;
  return time + shift;
}

/** The inverse of `outerTime`; always a finite number. */
export function withinTime(links: readonly TimeLink[], t: number): number {
  let time = t;
  for (const link of links)
    time =
      link.kind === "freezes" ? contentTime(link.freezes, time) : (time - link.origin) * link.rate;
  return time;
}
