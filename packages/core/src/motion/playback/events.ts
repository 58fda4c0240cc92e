import { type Cue, findKey, type Study } from "../../study/index.ts";
import {
  beginningOf,
  contentTime,
  type Iterations,
  isBackward,
  iterationStart,
  linksInto,
  outerTime,
  type Placed,
  type Placements,
  rateOf,
  shownThrough,
  type TimeLink,
  withinTime,
} from "../../timeline/index.ts";

/** An occurrence of a cue. */
export interface CueEvent {
  /** ms of the study. */
  readonly time: number;
  readonly cue: Cue;
}

/** A local time of an item, in each of its iterations. */
interface Place {
  readonly links: readonly TimeLink[];
  readonly within: number;
  /** Instead of the local time: the start or end of each iteration of the innermost link that repeats. */
  readonly edge?: "start" | "end";
}

interface CuePlace extends Place {
  readonly cue: Cue;
  /** Converts the time at which the cue's anchor is shown to the time of the cue, ms of the study; and the inverse. */
  readonly later: (seen: number) => number;
  readonly earlier: (time: number) => number;
}

/** Limit on the iterations examined at once, against iterations of almost no length. */
const MOST_ITERATIONS = 20_000;
/** Margin around an interval against rounding errors, ms; the exact time decides what belongs to it. */
const ROOM = 1e-3;

/** Answers when the cues of a study happen; see `Motion.events` and `Motion.cueTime`. */
export interface CueFinder {
  between(t0: number, t1: number): CueEvent[];
  /** Time at which a cue happens first, ms of the study; undefined for one that never happens. */
  first(cueId: string): number | undefined;
}

/** Finds the cues of a study. */
export function cueFinder(study: Study, placements: Placements): CueFinder {
  let known: readonly CuePlace[] | undefined;
  const places = () => {
    known ??= cuePlaces(study, placements);
    return known;
  };
  const firsts = new Map<string, number | undefined>();
  return {
    between: (t0, t1) => {
      const forward = t1 >= t0;
      const [from, to] = forward ? [t0, t1] : [t1, t0];
      const found: (CueEvent & { readonly order: number })[] = [];
      places().forEach((place, order) => {
        let last = Number.NaN;
        for (const time of cueTimesIn(place, from, to)) {
          // Where an iteration forwards is followed by one backwards, the cue at the turn happens once.
          if (time - last < 1e-6) continue;
          if (forward ? time >= from && time < to : time > from && time <= to)
            found.push({ time, cue: place.cue, order });
          last = time;
        }
      });
      found.sort((a, b) => a.time - b.time || a.order - b.order);
      if (!forward) found.reverse();
      return found.map(({ time, cue }) => ({ time, cue }));
    },
    first: (cueId) => {
      if (!firsts.has(cueId)) {
        const place = places().find(({ cue }) => cue.id === cueId);
        firsts.set(cueId, place && firstOf(place));
      }
      return firsts.get(cueId);
    },
  };
}

/** Latest time at which a cue is searched for, ms: eleven days. */
const FAR = 1e9;

function firstOf(place: CuePlace): number | undefined {
  let from = -FAR;
  for (let to = 1000; to < FAR; to *= 8) {
    const [first] = cueTimesIn(place, from, to);
    if (first !== undefined) return first;
    from = to - 1;
  }
  return undefined;
}

/** Times at which a cue happens near an interval, in order. */
function cueTimesIn(place: CuePlace, from: number, to: number): number[] {
  return timesOf(place, place.earlier(from), place.earlier(to))
    .map(place.later)
    .sort((a, b) => a - b);
}

/** Where the cues of a study happen, in the order of the sequence. */
export function cuePlaces(study: Study, placements: Placements): CuePlace[] {
  const places: CuePlace[] = [];
  for (const placed of placements.byId.values()) {
    if (placed.item.type !== "cue" || placed.disabled) continue;
    places.push(placeOf(placed, placed.item as Cue, study, placements));
  }
  return places;
}

const AT_ONCE = { later: (seen: number) => seen, earlier: (time: number) => time };

/**
 * A cue happens whenever its anchor is shown, in every iteration of the anchor and of the groups around it, plus its
 * offset, which is measured in the cue's own level: freezes and playback rates of that level apply to it.
 */
function placeOf(placed: Placed, cue: Cue, study: Study, { byId }: Placements): CuePlace {
  const { tether } = cue;
  const key = tether.to === "key" ? findKey(study, tether.id) : undefined;
  const anchor =
    tether.to === "item" ? byId.get(tether.id) : key ? byId.get(key.tween.id) : undefined;
  if (!anchor) return { cue, links: linksInto(placed), within: 0, ...AT_ONCE };
  const { item, iterations, length, offsets } = anchor;
  const atEnd = tether.to === "item" && tether.edge === "end";
  // The end of a staggered tween is that of its last figure, including freezes of that figure.
  const last = atEnd && offsets.length > 0 ? offsets.indexOf(Math.max(...offsets)) : 0;
  const figure = item.type === "tween" ? item.figures[last] : undefined;
  const links = [...linksInto(anchor, figure, offsets[last] ?? 0)];
  const inner = links.pop() as Extract<TimeLink, { kind: "play" }>;
  const cut = beginningOf(item);
  const rate = item.type === "group" ? rateOf(item) : 1;
  if (iterations) {
    links.push({ ...inner, origin: inner.origin + cut, rate, iterations });
    links.push({ kind: "play", origin: -cut, rate: 1 });
  } else links.push({ ...inner, rate });
  const edge = key || !iterations ? undefined : atEnd ? "end" : "start";
  return {
    cue,
    links,
    within: key ? key.key.time : atEnd ? cut + length : cut,
    ...(edge ? { edge } : {}),
    ...offsetBy(tether.offset, placed),
  };
}

/** Adds an offset, measured in an item's level, to a time of the study; and the inverse. */
function offsetBy(offset: number, placed: Placed): Pick<CuePlace, "later" | "earlier"> {
  if (offset === 0) return AT_ONCE;
  // The links to the level, without the start of the item itself.
  const links = linksInto(placed).slice(0, -1);
  const repeats = links.some((link) => link.kind === "play" && link.iterations);
  if (!repeats)
    return {
      later: (seen) => outerTime(links, withinTime(links, seen) + offset),
      earlier: (time) => outerTime(links, withinTime(links, time) - offset),
    };
  // In a level that repeats, an offset may lead beyond the end of an iteration; there only the rates apply.
  let rate = 1;
  for (const link of links) if (link.kind === "play") rate *= link.rate;
  return {
    later: (seen) => seen + offset / rate,
    earlier: (time) => time - offset / rate,
  };
}

/** Times of the study near an interval, ms, at which a local time is shown, in any iteration. */
export function timesShown(
  links: readonly TimeLink[],
  within: number,
  from: number,
  to: number,
): number[] {
  return timesOf({ links, within }, from, to);
}

function timesOf({ links, within, edge }: Place, from: number, to: number): number[] {
  const edgeAt = edge ? links.length - 2 : -1;
  const meet = (index: number, low: number, high: number): number[] => {
    const link = links[index];
    if (!link) return [within];
    if (link.kind === "freezes") {
      const inner = [low, high].map((t) => contentTime(link.freezes, t)) as [number, number];
      return meet(index + 1, inner[0] - ROOM, inner[1] + ROOM).map((time) =>
        shownThrough(link.freezes, time),
      );
    }
    const { origin, rate, iterations } = link;
    const out = (since: number) => origin + since / rate;
    const since = (t: number) => (t - origin) * rate;
    if (!iterations) return meet(index + 1, since(low) - ROOM, since(high) + ROOM).map(out);
    return iterationsBetween(iterations, since(low) - ROOM, since(high) + ROOM).flatMap(
      (iteration) => {
        const begin = iterationStart(iterations, iteration);
        const reach = Math.min(1, iterations.count - iteration) * iterations.length;
        if (index === edgeAt) return [out(edge === "end" ? begin + reach : begin)];
        const backward = isBackward(iterations.direction, iteration);
        return meet(index + 1, -ROOM, iterations.length + ROOM)
          .map((time) => (backward ? iterations.length - time : time))
          .filter((time) => time >= 0 && time <= reach)
          .map((time) => out(begin + time));
      },
    );
  };
  return meet(0, from - ROOM, to + ROOM);
}

/** Indices of the iterations that overlap an interval, measured from the start of the first. */
function iterationsBetween(iterations: Iterations, low: number, high: number): number[] {
  const period = iterations.length + iterations.pause;
  if (!(period > 0)) return high >= 0 && low <= 0 ? [0] : [];
  const most = Math.max(Math.ceil(iterations.count) - 1, 0);
  const first = Math.max(Math.floor((low - iterations.length) / period), 0);
  const last = Math.min(Math.floor(high / period), most, first + MOST_ITERATIONS);
  const list: number[] = [];
  for (let index = first; index <= last; index++) list.push(index);
  return list;
}
