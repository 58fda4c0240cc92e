import type { LinearStop } from "../curve/index.ts";

/** Corners of a set of lines that differ by no more than this share of the tolerance are merged. */
const SAME = 1e-6;

/** What the search has found for a sample: how few links reach it, and with which values. */
interface Reached {
  links: number;
  low: number;
  high: number;
  /** The samples it was reached from, with the range of values, in the order found. */
  readonly ways: { readonly from: number; readonly low: number; readonly high: number }[];
}

/**
 * A convex set of lines by its corners, two numbers each: the value where the lines begin, and the slope. Two buffers
 * take turns, so that a sweep allocates nothing per step.
 */
interface Lines {
  readonly corners: Float64Array;
  count: number;
}

/**
 * The polyline of fewest links that passes within `room` of every sample, and exactly through the first and the last.
 * Breadth-first search over the number of links: for each sample it keeps the values that can be reached there; the
 * lines from these that pass all later samples form a convex set in (value, slope), which each further sample cuts.
 * Stops lie at samples, so it is the optimum for breaks on that grid.
 */
export function fewestLinks(samples: readonly LinearStop[], room: number): LinearStop[] {
  const last = samples.length - 1;
  if (last < 1) return [...samples];
  const lowAt = (i: number) => (samples[i] as LinearStop).value - (i === last ? 0 : room);
  const highAt = (i: number) => (samples[i] as LinearStop).value + (i === last ? 0 : room);
  const reached: (Reached | undefined)[] = samples.map(() => undefined);
  const first = (samples[0] as LinearStop).value;
  reached[0] = { links: 0, low: first, high: first, ways: [] };
  // Each sample cuts at two levels, and a cut adds at most one corner.
  const size = 4 * samples.length + 16;
  const lines = () => ({ corners: new Float64Array(size), count: 0 });
  const space: [Lines, Lines] = [lines(), lines()];
  let frontier = [0];
  while (!reached[last] && frontier.length > 0) {
    const next: number[] = [];
    for (const from of frontier) {
      const source = reached[from] as Reached;
      sweep(samples, from, source, space, room * SAME, lowAt, highAt, (to, low, high) => {
        const known = reached[to];
        if (!known) {
          reached[to] = { links: source.links + 1, low, high, ways: [{ from, low, high }] };
          next.push(to);
        } else if (known.links === source.links + 1) {
          known.low = Math.min(known.low, low);
          known.high = Math.max(known.high, high);
          known.ways.push({ from, low, high });
        }
      });
    }
    frontier = next.sort((a, b) => a - b);
  }
  return traceBack(samples, reached, lowAt, highAt);
}

/** Extends all lines from a sample and its reachable values as far as any of them goes. */
function sweep(
  samples: readonly LinearStop[],
  from: number,
  { low, high }: Reached,
  [lines, spare]: readonly [Lines, Lines],
  same: number,
  lowAt: (i: number) => number,
  highAt: (i: number) => number,
  visit: (to: number, low: number, high: number) => void,
): void {
  const start = (samples[from] as LinearStop).at;
  const { corners } = lines;
  for (let to = from + 1; to < samples.length; to++) {
    const run = (samples[to] as LinearStop).at - start;
    const [floor, ceiling] = [lowAt(to), highAt(to)];
    if (to === from + 1) {
      corners[0] = corners[2] = low;
      corners[4] = corners[6] = high;
      corners[1] = (floor - low) / run;
      corners[3] = (ceiling - low) / run;
      corners[5] = (ceiling - high) / run;
      corners[7] = (floor - high) / run;
      lines.count = 4;
    } else {
      cut(lines, spare, run, floor, 1, same);
      cut(spare, lines, run, ceiling, -1, same);
    }
    if (lines.count === 0) return;
    let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (let i = 0; i < lines.count; i++) {
      const end = (corners[2 * i] as number) + (corners[2 * i + 1] as number) * run;
      if (end < least) least = end;
      if (end > most) most = end;
    }
    visit(to, Math.max(least, floor), Math.min(most, ceiling));
  }
}

/**
 * Keeps those lines of `from` that are at or above (`side` 1) or below (−1) a level after `run`, and writes them to
 * `into`. Corners closer than `same` are merged: on level ground every sample would add another copy of a corner.
 */
function cut(
  from: Lines,
  into: Lines,
  run: number,
  level: number,
  side: 1 | -1,
  same: number,
): void {
  const { corners, count } = from;
  const kept = into.corners;
  let size = 0;
  const keep = (value: number, slope: number) => {
    const again =
      size > 0 &&
      Math.abs(value - (kept[size - 2] as number)) <= same &&
      Math.abs(slope - (kept[size - 1] as number)) * run <= same;
    if (again) return;
    kept[size++] = value;
    kept[size++] = slope;
  };
  for (let i = 0; i < count; i++) {
    const next = i + 1 === count ? 0 : i + 1;
    const value = corners[2 * i] as number;
    const slope = corners[2 * i + 1] as number;
    const nextValue = corners[2 * next] as number;
    const nextSlope = corners[2 * next + 1] as number;
    const da = side * (value + slope * run - level);
    const db = side * (nextValue + nextSlope * run - level);
    if (da >= 0) keep(value, slope);
    if (da >= 0 !== db >= 0) {
      const share = da / (da - db);
      keep(value + share * (nextValue - value), slope + share * (nextSlope - slope));
    }
  }
  into.count = size / 2;
}

/** Walks back from the end; each stop takes the middle of its possible values. */
function traceBack(
  samples: readonly LinearStop[],
  reached: readonly (Reached | undefined)[],
  lowAt: (i: number) => number,
  highAt: (i: number) => number,
): LinearStop[] {
  let to = samples.length - 1;
  let stop = samples[to] as LinearStop;
  const stops = [stop];
  while (to > 0) {
    const { ways } = reached[to] as Reached;
    const miss = ({ low, high }: { low: number; high: number }) =>
      Math.max(low - stop.value, stop.value - high, 0);
    const way = ways.reduce((best, each) => (miss(each) < miss(best) ? each : best));
    const source = reached[way.from] as Reached;
    const start = samples[way.from] as LinearStop;
    let [low, high] = [source.low, source.high];
    const whole = stop.at - start.at;
    for (let i = way.from + 1; i < to; i++) {
      // The value at sample i is start·share + stop·(1 − share).
      const share = (stop.at - (samples[i] as LinearStop).at) / whole;
      const rest = stop.value * (1 - share);
      low = Math.max(low, (lowAt(i) - rest) / share);
      high = Math.min(high, (highAt(i) - rest) / share);
    }
    const middle = way.from === 0 ? start.value : (low + high) / 2;
    stop = { at: start.at, value: middle };
    stops.push(stop);
    to = way.from;
  }
  return stops.reverse();
}
