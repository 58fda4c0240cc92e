import type { Repeats } from "../study/index.ts";

/**
 * Tolerance for comparing local times, ms. A local time comes out of many additions and divisions; their rounding must
 * not decide whether an iteration is over.
 */
export const TIE = 1e-7;

/** How an item repeats: the resolved fields of `Repeats`, with the duration of one iteration. */
export interface Passes {
  /** Duration of one iteration, ms. */
  readonly length: number;
  /** Number of iterations; Infinity for endless. */
  readonly iterations: number;
  readonly direction: NonNullable<Repeats["direction"]>;
  /** Pause between iterations, ms. */
  readonly pause: number;
  readonly fill: NonNullable<Repeats["fill"]>;
}

/** How an item whose iteration lasts `length` ms repeats; undefined if it plays once, forwards. */
export function passesOf(item: Repeats, length: number): Passes | undefined {
  const { iterations = 1, direction = "normal", pause = 0, fill = "forwards" } = item;
  if (iterations === 1 && direction === "normal") return undefined;
  return { length, iterations: iterations ?? Number.POSITIVE_INFINITY, direction, pause, fill };
}

/** Total duration of all iterations with the pauses between them, ms; Infinity for endless. */
export function activeLength({ length, iterations, pause }: Omit<Passes, "fill">): number {
  if (length + pause === 0 || iterations === 0) return 0;
  if (iterations === Number.POSITIVE_INFINITY) return iterations;
  return iterations * length + Math.max(Math.ceil(iterations) - 1, 0) * pause;
}

/** Whether the iteration with this index (from 0) runs backwards. */
export function isBackward(direction: Passes["direction"], pass: number): boolean {
  if (direction === "normal") return false;
  if (direction === "reverse") return true;
  return (pass % 2 === 1) === (direction === "alternate");
}

/**
 * Local time within an iteration, `since` ms after the first iteration started: 0 to `length`. Before the start it is
 * −Infinity, or the first value if the item fills backwards; after the end it is Infinity, or the last value if it fills
 * forwards. In a pause it is where the iteration before ended. Source: Web Animations, "Calculating the simple iteration
 * progress", with pauses between iterations.
 */
export function passTime(passes: Passes, since: number): number {
  const { length, iterations, direction, fill } = passes;
  if (since < -TIE) {
    if (fill !== "backwards" && fill !== "both") return Number.NEGATIVE_INFINITY;
    return isBackward(direction, 0) ? length : 0;
  }
  const over = since >= activeLength(passes) - TIE;
  const [pass, within] = passAt(passes, over ? activeLength(passes) : Math.max(since, 0));
  if (over && fill !== "forwards" && fill !== "both") return Number.POSITIVE_INFINITY;
  if (iterations === 0) return isBackward(direction, 0) ? length : 0;
  return isBackward(direction, pass) ? length - within : within;
}

/** Rate of local time within an iteration: 1, −1 when it runs backwards, 0 in pauses and outside of the iterations. */
export function passSpeed(passes: Passes, since: number): number {
  if (since < 0 || since >= activeLength(passes)) return 0;
  const [pass, within] = passAt(passes, since);
  if (within >= passes.length) return 0;
  return isBackward(passes.direction, pass) ? -1 : 1;
}

/** Index of the current iteration and the time into it, ms; after the end, the end of the last one. */
function passAt(passes: Passes, since: number): readonly [pass: number, within: number] {
  const { length, iterations, pause } = passes;
  const period = length + pause;
  if (period === 0) return [0, 0];
  if (since >= activeLength(passes)) {
    const last = Math.max(Math.ceil(iterations) - 1, 0);
    return [last, (iterations - last) * length];
  }
  const pass = Math.floor(since / period);
  return [pass, Math.min(Math.max(since - pass * period, 0), length)];
}

/** Start of an iteration, ms after the start of the first. */
export function passStart({ length, pause }: Passes, pass: number): number {
  return pass * (length + pause);
}

/** A freeze, placed among the items of its level. */
export interface Stop {
  /** Start in the level's time, ms, not counting the delays of other freezes. */
  readonly at: number;
  readonly length: number;
  /** Whether items that start later are delayed by its duration. */
  readonly push: boolean;
  /** Ids of the frozen figures; undefined for all. */
  readonly figures?: ReadonlySet<string>;
}

/** The effect of a freeze on one item: it holds its value for `length` ms and is delayed by it (`shifts`) or not. */
export interface FeltStop {
  readonly at: number;
  readonly length: number;
  readonly shifts: boolean;
}

/**
 * The freezes that affect an item of a figure which starts at `start`. Frozen figures hold their current value. Other
 * figures are delayed by the freeze's duration if they have not started yet, and otherwise play on.
 */
export function feltStops(
  stops: readonly Stop[],
  figure: string | undefined,
  start: number,
): readonly FeltStop[] {
  return stops.flatMap(({ at, length, push, figures }): FeltStop[] => {
    const holds = !figures || (figure !== undefined && figures.has(figure));
    const shifts = push && (holds || start >= at);
    return holds || shifts ? [{ at, length, shifts }] : [];
  });
}

/** Converts a time of the level to the time its content would have without freezes. */
export function contentTime(stops: readonly FeltStop[], t: number): number {
  let shift = 0;
  for (const { at, length, shifts } of stops) {
    const begin = at + shift;
    if (t < begin) break;
    if (t < begin + length) return at;
    if (shifts) shift += length;
  }
  return t - shift;
}

/** Whether a freeze holds the item at this time. */
export function isHeld(stops: readonly FeltStop[], t: number): boolean {
  let shift = 0;
  for (const { at, length, shifts } of stops) {
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
  stops: readonly Pick<Stop, "at" | "length" | "push">[],
  time: number,
  after = false,
): number {
  let shift = 0;
  for (const { at, length, push } of stops)
    if (push && (after ? at <= time : at < time)) shift += length;
  return time + shift;
}

/** One conversion on the way from the study's time to an item's local time. */
export type TimeLink =
  | { readonly kind: "stops"; readonly stops: readonly FeltStop[] }
  | {
      readonly kind: "play";
      readonly origin: number;
      readonly rate: number;
      readonly passes?: Passes;
    };

/**
 * Local time of an item at a time of the study, through all links from the outermost on. −Infinity before it starts and
 * Infinity after its end, where it does not fill.
 */
export function innerTime(links: readonly TimeLink[], t: number): number {
  let time = t;
  for (const link of links) {
    if (link.kind === "stops") time = contentTime(link.stops, time);
    else {
      const since = (time - link.origin) * link.rate;
      time = link.passes ? passTime(link.passes, since) : since;
    }
    if (!Number.isFinite(time)) return time;
  }
  return time;
}

/** Rate of local time per ms of the study; 0 in freezes, pauses and outside of the iterations. */
export function innerSpeed(links: readonly TimeLink[], t: number): number {
  let time = t;
  let speed = 1;
  for (const link of links) {
    if (link.kind === "stops") {
      if (isHeld(link.stops, time)) return 0;
      time = contentTime(link.stops, time);
    } else {
      const since = (time - link.origin) * link.rate;
      speed *= link.rate;
      if (link.passes) {
        speed *= passSpeed(link.passes, since);
        time = passTime(link.passes, since);
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
    else time = shownThrough(link.stops, time);
  }
  return time;
}

/** The inverse of `contentTime`. */
export function shownThrough(stops: readonly FeltStop[], time: number): number {
  let shift = 0;
  for (const { at, length, shifts } of stops) if (shifts && at < time) shift += length;
  return time + shift;
}

/** The inverse of `outerTime`; always a finite number. */
export function withinTime(links: readonly TimeLink[], t: number): number {
  let time = t;
  for (const link of links)
    time = link.kind === "stops" ? contentTime(link.stops, time) : (time - link.origin) * link.rate;
  return time;
}
