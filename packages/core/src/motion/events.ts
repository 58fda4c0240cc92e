import {
  beginningOf,
  type Cue,
  contentTime,
  findKey,
  isBackward,
  linksInto,
  type Passes,
  type Placed,
  type Placements,
  passStart,
  type Study,
  shownThrough,
  type TimeLink,
} from "../study/index.ts";

/** A cue that happens. */
export interface CueEvent {
  /** ms of the study. */
  readonly time: number;
  readonly cue: Cue;
}

/** A time within something, each time that comes by. */
interface Place {
  readonly links: readonly TimeLink[];
  readonly within: number;
  /** How much later than that, ms, in the level of what it hangs on; and the link into which that leads. */
  readonly delay: number;
  readonly delayed: number;
}

interface CuePlace extends Place {
  readonly cue: Cue;
}

/** Passes of one thing that are looked at in one go; a bound against passes of next to no length. */
const MOST_PASSES = 20_000;
/** Room around a window against rounding, ms; what counts is decided by the study's time alone. */
const ROOM = 1e-3;

/** Finds the cues of a study between two times; see `Motion.events`. */
export function eventFinder(
  study: Study,
  placements: Placements,
): (t0: number, t1: number) => CueEvent[] {
  let places: readonly CuePlace[] | undefined;
  return (t0, t1) => {
    places ??= cuePlaces(study, placements);
    const forward = t1 >= t0;
    const [from, to] = forward ? [t0, t1] : [t1, t0];
    const found: (CueEvent & { readonly order: number })[] = [];
    places.forEach((place, order) => {
      let last = Number.NaN;
      for (const time of timesOf(place, from, to).sort((a, b) => a - b)) {
        // At the turn of a pass there and a pass back it is met once.
        if (time - last < 1e-6) continue;
        if (forward ? time >= from && time < to : time > from && time <= to) {
          found.push({ time, cue: place.cue, order });
        }
        last = time;
      }
    });
    found.sort((a, b) => a.time - b.time || a.order - b.order);
    if (!forward) found.reverse();
    return found.map(({ time, cue }) => ({ time, cue }));
  };
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

function placeOf(placed: Placed, cue: Cue, study: Study, { byId }: Placements): CuePlace {
  const { tether } = cue;
  const key = tether.to === "key" ? findKey(study, tether.id) : undefined;
  const anchor =
    tether.to === "item" ? byId.get(tether.id) : key ? byId.get(key.tween.id) : undefined;
  if (!anchor) return { cue, links: linksInto(placed), within: 0, delay: 0, delayed: -1 };
  const links = [...linksInto(anchor)];
  const inner = links.pop() as Extract<TimeLink, { kind: "play" }>;
  const { passes, length } = anchor;
  const cut = beginningOf(anchor.item);
  const delayed = links.length;
  if (!passes) links.push(inner);
  else
    links.push(
      { ...inner, origin: inner.origin + cut, passes },
      { kind: "play", origin: -cut, rate: 1 },
    );
  const atEnd = tether.to === "item" && tether.edge === "end";
  const fan = atEnd ? Math.max(0, ...anchor.offsets) : 0;
  return {
    cue,
    links,
    within: key ? key.key.time : atEnd ? cut + length : cut,
    delay: tether.offset + fan,
    // Not within the passes: what is late after a pass backwards is late, too.
    delayed,
  };
}

/** Times of the study near a window, ms, at which a time within is shown, in any of its passes. */
export function timesShown(
  links: readonly TimeLink[],
  within: number,
  from: number,
  to: number,
): number[] {
  return timesOf({ links, within, delay: 0, delayed: -1 }, from, to);
}

function timesOf({ links, within, delay, delayed }: Place, from: number, to: number): number[] {
  const meet = (index: number, low: number, high: number): number[] => {
    const link = links[index];
    if (!link) return [within];
    if (link.kind === "stops") {
      const inner = [low, high].map((t) => contentTime(link.stops, t)) as [number, number];
      return meet(index + 1, inner[0] - ROOM, inner[1] + ROOM).map((time) =>
        shownThrough(link.stops, time),
      );
    }
    const { origin, rate, passes } = link;
    const own = index === delayed ? delay : 0;
    const out = (since: number) => origin + since / rate + own;
    const since = (t: number) => (t - own - origin) * rate;
    if (!passes) return meet(index + 1, since(low) - ROOM, since(high) + ROOM).map(out);
    return passesBetween(passes, since(low) - ROOM, since(high) + ROOM).flatMap((pass) => {
      const begin = passStart(passes, pass);
      const reach = Math.min(1, passes.iterations - pass) * passes.length;
      const backward = isBackward(passes.direction, pass);
      return meet(index + 1, -ROOM, passes.length + ROOM)
        .map((time) => (backward ? passes.length - time : time))
        .filter((time) => time >= 0 && time <= reach)
        .map((time) => out(begin + time));
    });
  };
  return meet(0, from - ROOM, to + ROOM);
}

/** The passes that are under way between two times counted from the first. */
function passesBetween(passes: Passes, low: number, high: number): number[] {
  const period = passes.length + passes.pause;
  if (!(period > 0)) return high >= 0 && low <= 0 ? [0] : [];
  const most = Math.max(Math.ceil(passes.iterations) - 1, 0);
  const first = Math.max(Math.floor((low - passes.length) / period), 0);
  const last = Math.min(Math.floor(high / period), most, first + MOST_PASSES);
  const list: number[] = [];
  for (let pass = first; pass <= last; pass++) list.push(pass);
  return list;
}
