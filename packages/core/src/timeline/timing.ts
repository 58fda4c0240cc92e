import type { Repeats } from "../study/index.ts";

/**
 * Times nearer than this, ms, are one where groups and passes are counted through: many additions and divisions
 * must not decide whether something is over.
 */
export const TIE = 1e-7;

/** How often and which way something plays, made ready. */
export interface Passes {
  /** ms of one pass. */
  readonly length: number;
  /** Infinity for endless. */
  readonly iterations: number;
  readonly direction: NonNullable<Repeats["direction"]>;
  /** ms between passes. */
  readonly pause: number;
  readonly fill: NonNullable<Repeats["fill"]>;
}

/** The passes of something `length` ms long; undefined where it plays once, forwards, and then stays. */
export function passesOf(item: Repeats, length: number): Passes | undefined {
  const { iterations = 1, direction = "normal", pause = 0, fill = "forwards" } = item;
  if (iterations === 1 && direction === "normal") return undefined;
  return { length, iterations: iterations ?? Number.POSITIVE_INFINITY, direction, pause, fill };
}

/** How long all passes last, with the pauses between them, ms; Infinity for endless. */
export function activeLength({ length, iterations, pause }: Omit<Passes, "fill">): number {
  if (length + pause === 0 || iterations === 0) return 0;
  if (iterations === Number.POSITIVE_INFINITY) return iterations;
  return iterations * length + Math.max(Math.ceil(iterations) - 1, 0) * pause;
}

/** Whether a pass, counted from 0, runs backwards. */
export function isBackward(direction: Passes["direction"], pass: number): boolean {
  if (direction === "normal") return false;
  if (direction === "reverse") return true;
  return (pass % 2 === 1) === (direction === "alternate");
}

/**
 * Where in a pass one is `since` ms after the first has begun: 0 to `length`. −Infinity before it and, where it does
 * not stay, Infinity after it. Between passes and after the last it is where the pass ended. Source: Web Animations,
 * "Calculating the simple iteration progress", with pauses between iterations.
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

/** How fast time runs in a pass: 1, −1, or 0 between passes and outside of them. */
export function passSpeed(passes: Passes, since: number): number {
  if (since < 0 || since >= activeLength(passes)) return 0;
  const [pass, within] = passAt(passes, since);
  if (within >= passes.length) return 0;
  return isBackward(passes.direction, pass) ? -1 : 1;
}

/** Which pass one is in, and how far, ms; the last one's end from there on. */
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

/** When a pass begins, ms after the first. */
export function passStart({ length, pause }: Passes, pass: number): number {
  return pass * (length + pause);
}

/** A short stop of time among the items of one level of a sequence. */
export interface Stop {
  /** When, in the level's own time, ms; as if there were no stops. */
  readonly at: number;
  readonly length: number;
  /** Whether later things move back. */
  readonly push: boolean;
  /** Figures that stop; undefined for all. */
  readonly figures?: ReadonlySet<string>;
}

/** What one thing feels of a stop: it is held, and moved back or not. */
export interface FeltStop {
  readonly at: number;
  readonly length: number;
  readonly shifts: boolean;
}

/**
 * How stops are felt by something of a figure that starts at `start`. What stops is held; of the rest, what has
 * not begun yet is moved back, and what is under way goes on.
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

/** The time as if there were no stops, at a time with them. */
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

/** Whether time stands still for what feels these stops. */
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
 * When something is shown that would be at `time` without stops. What is at the very time of a stop happens as
 * the stop begins; `after` asks for when it ends.
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

/** One step from the study's time towards the time within a tween. */
export type TimeLink =
  | { readonly kind: "stops"; readonly stops: readonly FeltStop[] }
  | {
      readonly kind: "play";
      readonly origin: number;
      readonly rate: number;
      readonly passes?: Passes;
    };

/**
 * The time within, through all links from the outermost on. −Infinity before it has begun, Infinity where it is over
 * and does not stay.
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

/** How fast the time within runs, per ms of the study; 0 where it stands still. */
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
 * When a time within is shown, were every pass the first one and forwards: the way of a person who looks at the
 * timeline from the left.
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

/** When something is shown, through what it feels of stops; `contentTime` backwards. */
export function shownThrough(stops: readonly FeltStop[], time: number): number {
  let shift = 0;
  for (const { at, length, shifts } of stops) if (shifts && at < time) shift += length;
  return time + shift;
}

/** The time within that is shown at a time, as `outerTime` counts; never NaN. */
export function withinTime(links: readonly TimeLink[], t: number): number {
  let time = t;
  for (const link of links)
    time = link.kind === "stops" ? contentTime(link.stops, time) : (time - link.origin) * link.rate;
  return time;
}
