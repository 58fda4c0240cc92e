import { type Cue, findKey, type Group, type Study } from "../../study/index.ts";
import {
  beginningOf,
  contentTime,
  delaysOf,
  type FigureFreeze,
  freezesFor,
  type Iterations,
  isBackward,
  iterationStart,
  type Level,
  outerTime,
  type Placed,
  type Placements,
  rateOf,
  shownThrough,
  TIE,
  type TimeLink,
  withinTime,
} from "../../timeline/index.ts";
import { extentOf } from "../../value/index.ts";

/** An occurrence of a cue. */
export interface CueEvent {
  /** ms of the study. */
  readonly time: number;
  readonly cue: Cue;
}

/** When a cue happens, as found in any stretch of time. */
interface CuePlace {
  readonly cue: Cue;
  /** The links from the study's time to what it is tethered to, which say how it repeats. */
  readonly links: readonly TimeLink[];
  /** Times of the study near an interval, ms, not in order. */
  readonly times: (from: number, to: number) => number[];
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
function cueTimesIn({ times }: CuePlace, from: number, to: number): number[] {
  return times(from - ROOM, to + ROOM).sort((a, b) => a - b);
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

/**
 * A cue happens when an item with the same tether would start, in every iteration of the groups around it; and where
 * what it is tethered to repeats, once for each of those iterations, its offset later.
 */
function placeOf(placed: Placed, cue: Cue, study: Study, { byId }: Placements): CuePlace {
  const outer = linksTo(placed.level);
  const { tether } = cue;
  const key = tether.to === "key" ? findKey(study, tether.id) : undefined;
  const anchor =
    tether.to === "item" ? byId.get(tether.id) : key ? byId.get(key.tween.id) : undefined;
  const repeated = anchor && iterationsBelow(anchor, commonLevel(anchor.level, placed.level));
  if (!repeated)
    return {
      ...{ cue, links: outer },
      times: (from, to) => timesOf(outer, from, to, () => [placed.start]),
    };
  const atEnd = tether.to === "item" && tether.edge === "end";
  const inner = linksToEdge(anchor, commonLevel(anchor.level, placed.level), atEnd);
  const { iterations, length } = anchor;
  const cut = beginningOf(anchor.item);
  const within = key ? key.key.time : atEnd ? cut + length : cut;
  // A key is met as it is shown; an edge is where an iteration begins or ends in time, whichever way it runs.
  const edge = key || !iterations ? undefined : atEnd ? "end" : "start";
  const inwards = linksTo(placed.level, commonLevel(anchor.level, placed.level));
  const { offset } = tether;
  return {
    ...{ cue, links: [...outer, ...inner] },
    times: (from, to) =>
      timesOf(outer, from, to, (low, high) =>
        timesOf(
          inner,
          outerTime(inwards, low - offset),
          outerTime(inwards, high - offset),
          () => [within],
          edge,
        ).map((time) => withinTime(inwards, time) + offset),
      ),
  };
}

/** The innermost level in which two levels lie. */
function commonLevel(one: Level, other: Level): Level {
  const around = new Set<Level>();
  for (let level: Level | undefined = one; level; level = level.group?.level) around.add(level);
  let level = other;
  while (!around.has(level) && level.group) level = level.group.level;
  return level;
}

/** Whether an item, or a group around it inside of a level, repeats. */
function iterationsBelow(item: Placed, level: Level): boolean {
  for (let at: Placed | null = item; at; at = at.level.group) {
    if (at.iterations) return true;
    if (at.level === level) return false;
  }
  return false;
}

/** Freezes as a link; none where there are none. */
const freezeLink = (freezes: readonly FigureFreeze[]): TimeLink[] =>
  freezes.length === 0 ? [] : [{ kind: "freezes", freezes }];

/**
 * The links from the study's time, or from the time of a level around it, to the time at which an item of a level
 * starts.
 */
function linksTo(level: Level, from?: Level): TimeLink[] {
  if (level === from) return [];
  return [...linksThrough(level, from), ...freezeLink(delaysOf(level.freezes))];
}

/** The links to a level through the groups around it, without the freezes in it. */
function linksThrough({ group }: Level, from?: Level): TimeLink[] {
  if (!group) return [];
  const { level, start, iterations, item } = group;
  const around =
    level === from
      ? []
      : [...linksThrough(level, from), ...freezeLink(freezesFor(level.freezes, undefined, start))];
  const rate = rateOf(item as Group);
  return [...around, { kind: "play", origin: start, rate, ...(iterations ? { iterations } : {}) }];
}

/** The links from the time of a level to an item's own. Of a staggered tween the last figure's end is its end. */
function linksToEdge(anchor: Placed, from: Level, atEnd: boolean): TimeLink[] {
  const { item, iterations, start, offsets } = anchor;
  const late = atEnd && offsets.length > 0 ? extentOf(offsets)[1] : 0;
  const rate = item.type === "group" ? rateOf(item) : 1;
  const cut = beginningOf(item);
  return [
    ...linksTo(anchor.level, from),
    { kind: "play", origin: start + late, rate, ...(iterations ? { iterations } : {}) },
    { kind: "play", origin: -cut, rate: 1 },
  ];
}

/** Times of the study near an interval, ms, at which a local time is shown, in any iteration. */
export function timesShown(
  links: readonly TimeLink[],
  within: number,
  from: number,
  to: number,
): number[] {
  return timesOf(links, from - ROOM, to + ROOM, () => [within]);
}

/**
 * Times near an interval, ms, at which local times are shown, in any iteration.
 *
 * @param local the local times near an interval of the innermost link
 * @param edge in place of them: the start or end of each iteration of the last link but one
 */
function timesOf(
  links: readonly TimeLink[],
  from: number,
  to: number,
  local: (low: number, high: number) => readonly number[],
  edge?: "start" | "end",
): number[] {
  const edgeAt = edge ? links.length - 2 : -1;
  const meet = (index: number, low: number, high: number): readonly number[] => {
    const link = links[index];
    if (!link) return local(low, high);
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
        // Rounding must not decide whether a key at the very end of an iteration belongs to it.
        return meet(index + 1, -ROOM, iterations.length + ROOM)
          .map((time) => (backward ? iterations.length - time : time))
          .filter((time) => time >= -TIE && time <= reach + TIE)
          .map((time) => out(begin + Math.min(Math.max(time, 0), reach)));
      },
    );
  };
  return [...meet(0, from, to)];
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
