import type { LinearStop } from "../curve/index.ts";

/** What is known of a sample: how few links lead to it, and which values can be had there with so few. */
interface Reached {
  links: number;
  low: number;
  high: number;
  /** From where, and with which values, in the order they were found. */
  readonly ways: { readonly from: number; readonly low: number; readonly high: number }[];
}

/** A line as its value at the place where it begins, and its slope. */
interface Line {
  readonly value: number;
  readonly slope: number;
}

/**
 * The polyline of fewest links that passes every sample within `room`, from the first sample to the last
 * exactly. Breadth first over the number of links: of each sample it is kept which values can be had
 * there; from those all lines go on that miss no later sample, a convex set of (value, slope) that each
 * sample cuts smaller. Stops stand at samples, so it is the optimum for breaks on that grid.
 */
export function fewestLinks(samples: readonly LinearStop[], room: number): LinearStop[] {
  const last = samples.length - 1;
  if (last < 1) return [...samples];
  const lowAt = (i: number) => (samples[i] as LinearStop).value - (i === last ? 0 : room);
  const highAt = (i: number) => (samples[i] as LinearStop).value + (i === last ? 0 : room);
  const reached: (Reached | undefined)[] = samples.map(() => undefined);
  const first = (samples[0] as LinearStop).value;
  reached[0] = { links: 0, low: first, high: first, ways: [] };
  let frontier = [0];
  while (!reached[last] && frontier.length > 0) {
    const next: number[] = [];
    for (const from of frontier) {
      const source = reached[from] as Reached;
      sweep(samples, from, source, lowAt, highAt, (to, low, high) => {
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

/** Follows all lines that begin at a sample with a value that can be had there, as far as any goes. */
function sweep(
  samples: readonly LinearStop[],
  from: number,
  { low, high }: Reached,
  lowAt: (i: number) => number,
  highAt: (i: number) => number,
  visit: (to: number, low: number, high: number) => void,
): void {
  const start = (samples[from] as LinearStop).at;
  let lines: Line[] = [];
  for (let to = from + 1; to < samples.length; to++) {
    const run = (samples[to] as LinearStop).at - start;
    const [floor, ceiling] = [lowAt(to), highAt(to)];
    if (to === from + 1)
      lines = [
        { value: low, slope: (floor - low) / run },
        { value: low, slope: (ceiling - low) / run },
        { value: high, slope: (ceiling - high) / run },
        { value: high, slope: (floor - high) / run },
      ];
    else lines = cut(cut(lines, run, floor, 1), run, ceiling, -1);
    if (lines.length === 0) return;
    let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (const { value, slope } of lines) {
      least = Math.min(least, value + slope * run);
      most = Math.max(most, value + slope * run);
    }
    visit(to, Math.max(least, floor), Math.min(most, ceiling));
  }
}

/** The lines of a convex set that are at or above (`side` 1) or below (−1) a level after `run`. */
function cut(lines: readonly Line[], run: number, level: number, side: 1 | -1): Line[] {
  const kept: Line[] = [];
  for (let i = 0; i < lines.length; i++) {
    const a = lines[i] as Line;
    const b = lines[(i + 1) % lines.length] as Line;
    const da = side * (a.value + a.slope * run - level);
    const db = side * (b.value + b.slope * run - level);
    if (da >= 0) kept.push(a);
    if (da >= 0 !== db >= 0) {
      const share = da / (da - db);
      kept.push({
        value: a.value + share * (b.value - a.value),
        slope: a.slope + share * (b.slope - a.slope),
      });
    }
  }
  return kept;
}

/** Walks back from the end; of the values that serve, each stop takes the middle one. */
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
