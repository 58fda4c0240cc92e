import { type DrivenChannel, type Layer, type Motion, timesShown } from "../../motion/index.ts";
import { type ChannelId, followsLever } from "../../study/index.ts";
import { activeLength, presentTime } from "../../timeline/index.ts";

/** Values at a time; at a jump there are two of one time. */
export interface BakedStop {
  /** ms of the study. */
  readonly time: number;
  readonly values: readonly number[];
}

/** What is sampled: values over time, the tolerance of each, and the times at which they may jump or bend. */
export interface Bakeable {
  readonly read: (t: number, out: number[]) => void;
  readonly tolerances: readonly number[];
  readonly marks: readonly number[];
}

/** Times closer than this are not resolved on any screen, ms. */
const MS_GAP = 1e-4;
/** Intervals longer than this are always divided further, ms. */
const LONGEST_INTERVAL = 24;
/** The most times an interval is halved. */
const MOST_HALVINGS = 12;

/**
 * Samples values between two times of the study: parts between jumps, each so close that straight pieces between its
 * samples lie within a quarter of the tolerances. Intervals are halved until they are straight.
 */
export function sample(
  { read, tolerances, marks }: Bakeable,
  from: number,
  to: number,
): BakedStop[][] {
  const at = (time: number): BakedStop => {
    const values: number[] = [];
    read(time, values);
    return { time, values };
  };
  const differ = (a: BakedStop, b: BakedStop) =>
    a.values.some(
      (value, i) => Math.abs(value - (b.values[i] as number)) > (tolerances[i] as number),
    );
  let stops: BakedStop[] = [];
  const fill = (a: BakedStop, b: BakedStop, depth: number): void => {
    const middle = at((a.time + b.time) / 2);
    const quarter = at((a.time * 3 + b.time) / 4);
    const bent = Math.max(away(a, b, middle, tolerances), away(a, b, quarter, tolerances)) > 0.25;
    if (depth < MOST_HALVINGS && bent) {
      fill(a, middle, depth + 1);
      fill(middle, b, depth + 1);
    } else stops.push(b);
  };
  const grid = new Set<number>(marks.filter((time) => time > from + MS_GAP && time < to - MS_GAP));
  const steps = Math.max(Math.ceil((to - from) / LONGEST_INTERVAL), 1);
  for (let i = 1; i < steps; i++) grid.add(from + ((to - from) * i) / steps);
  grid.add(to);
  let last = at(from);
  stops.push(last);
  const parts: BakedStop[][] = [];
  for (const time of [...grid].sort((a, b) => a - b)) {
    if (time - last.time < 2 * MS_GAP && time !== to) continue;
    const before = { ...at(time - MS_GAP), time };
    fill(last, before, 0);
    last = at(time);
    if (!differ(before, last)) continue;
    parts.push(stops);
    stops = [last];
  }
  parts.push(stops);
  return parts;
}

/** How far a stop is from the line between two others, in tolerances. */
function away(
  a: BakedStop,
  b: BakedStop,
  { time, values }: BakedStop,
  tolerances: readonly number[],
): number {
  const share = b.time > a.time ? (time - a.time) / (b.time - a.time) : 0;
  let most = 0;
  tolerances.forEach((tolerance, i) => {
    const [low, high] = [a.values[i] as number, b.values[i] as number];
    most = Math.max(most, Math.abs((values[i] as number) - low - (high - low) * share) / tolerance);
  });
  return most;
}

/** Samples without those that lie within half of the tolerances of what is left (Ramer, Douglas and Peucker). */
export function thinned(
  parts: readonly (readonly BakedStop[])[],
  tolerances: readonly number[],
): BakedStop[] {
  return parts.flatMap((part) => thin(part, (a, b, stop) => away(a, b, stop, tolerances)));
}

/** Removes stops that lie close enough to the line between their neighbours. */
function thin(
  stops: readonly BakedStop[],
  away: (a: BakedStop, b: BakedStop, stop: BakedStop) => number,
): BakedStop[] {
  const kept = new Uint8Array(stops.length);
  kept[0] = 1;
  kept[stops.length - 1] = 1;
  const open: [number, number][] = [[0, stops.length - 1]];
  for (let range = open.pop(); range; range = open.pop()) {
    const [first, last] = range;
    let farthest = -1;
    let most = 0.5;
    for (let i = first + 1; i < last; i++) {
      const distance = away(
        stops[first] as BakedStop,
        stops[last] as BakedStop,
        stops[i] as BakedStop,
      );
      if (distance > most) [farthest, most] = [i, distance];
    }
    if (farthest < 0) continue;
    kept[farthest] = 1;
    open.push([first, farthest], [farthest, last]);
  }
  return stops.filter((_, i) => kept[i] === 1);
}

/**
 * The times of the study between two others at which a channel may jump or bend: its keys, jumps of its curves, its
 * iterations.
 */
export function marksOf(
  motion: Motion,
  figureIndex: number,
  channel: ChannelId,
  from: number,
  to: number,
): number[] {
  const marks = new Set<number>();
  const seen = new Set<number>();
  const visit = (index: number, id: ChannelId, shift: number): void => {
    const slot = motion.slot(index, id);
    if (seen.has(slot)) return;
    seen.add(slot);
    const follows = motion.followers.find((each) => each.slot === slot);
    if (follows) {
      const { source, lag = 0 } = follows.follower;
      if (followsLever(source)) return;
      visit(motion.figureIndex(source.figure), source.channel, shift + lag);
    }
    const driven: DrivenChannel | undefined = motion.drivenAt(index, id);
    for (const layer of driven?.layers ?? [])
      for (const time of layerMarks(layer, from - shift, to - shift)) marks.add(time + shift);
  };
  visit(figureIndex, channel, 0);
  return [...marks, ...freezeMarks(motion)];
}

/** The times of the study at which a freeze begins and ends. */
export function freezeMarks({ placements: { root } }: Motion): number[] {
  return root.freezes.flatMap(({ at, length }) => {
    const begin = presentTime(root.freezes, at);
    return [begin, begin + length];
  });
}

function layerMarks(layer: Layer, from: number, to: number): number[] {
  const { times } = layer.track;
  const within: number[] = [];
  times.forEach((time, span) => {
    within.push(time);
    const next = times[span + 1];
    if (next === undefined) return;
    for (const p of layer.track.landmarks(span)) within.push(time + (next - time) * p);
  });
  if (!layer.time) return within.map((time) => layer.origin + time);
  const { links, limit } = layer.time;
  const first = times[0] as number;
  // The ends of an iteration, wherever its keys are.
  within.push(0, layer.time.from, Math.min(limit, times.at(-1) as number));
  const repeats = links.flatMap((link) =>
    link.kind === "play" && link.iterations ? [link.iterations] : [],
  );
  for (const { length } of repeats) within.push(length, first);
  const marks = within.filter(Number.isFinite).flatMap((time) => timesShown(links, time, from, to));
  // Outer iterations begin and end too.
  links.forEach((link, i) => {
    if (link.kind !== "play" || !link.iterations) return;
    for (const edge of [0, link.iterations.length])
      marks.push(...timesShown(links.slice(0, i + 1), edge, from, to));
    const over = link.origin + activeLength(link.iterations) / link.rate;
    if (Number.isFinite(over)) marks.push(...timesShown(links.slice(0, i), over, from, to));
  });
  return marks;
}
