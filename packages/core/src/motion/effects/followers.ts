import { type CompiledCurve, type Curve, compileCurve } from "../../curve/index.ts";
import {
  type ChannelId,
  channelOf,
  curveOfKey,
  type Follower,
  type Study,
} from "../../study/index.ts";
import { contentTime, feltStops, type Placements, shownThrough } from "../../timeline/index.ts";

/** A follower made ready. */
export interface CompiledFollower {
  readonly follower: Follower;
  readonly figureIndex: number;
  readonly slot: number;
  /** Its value at a time of the study. */
  readonly value: (t: number) => number;
}

/** What followers ask of the channels they follow. */
export interface Sources {
  readonly indexOf: (figureId: string) => number;
  readonly slot: (figureIndex: number, channel: ChannelId) => number;
  readonly value: (figureIndex: number, channel: ChannelId, t: number) => number;
  /** Units per second. */
  readonly velocity: (figureIndex: number, channel: ChannelId, t: number) => number;
}

/** How long before a stop its speed is asked, ms: within it there is none. */
const JUST_BEFORE = 1e-3;

/**
 * Makes followers ready, each after what it follows. Those that follow nothing, or each other in a circle, are
 * left out: `checkStudy` names them. Of two for one channel the later counts.
 */
export function compileFollowers(
  study: Study,
  placements: Placements,
  sources: Sources,
): CompiledFollower[] {
  const byChannel = new Map<string, Follower>();
  const nameOf = (figure: string, channel: ChannelId) => `${figure} ${channel}`;
  for (const follower of study.followers)
    byChannel.set(nameOf(follower.figure, follower.channel), follower);
  const done = new Map<string, CompiledFollower | null>();
  const order: CompiledFollower[] = [];
  for (const first of byChannel.keys()) {
    // The chain from here to what is no follower, or is known; a list, so that long chains cannot overflow.
    const chain: string[] = [];
    let name: string | undefined = first;
    while (name !== undefined && byChannel.has(name) && !done.has(name) && !chain.includes(name)) {
      chain.push(name);
      const { source } = byChannel.get(name) as Follower;
      name = nameOf(source.figure, source.channel);
    }
    const circle = name !== undefined && chain.includes(name);
    for (const each of chain.reverse()) {
      const follower = byChannel.get(each) as Follower;
      const made = circle ? null : makeReady(follower, study, placements, sources);
      done.set(each, made);
      if (made) order.push(made);
    }
  }
  return order;
}

function makeReady(
  follower: Follower,
  study: Study,
  placements: Placements,
  sources: Sources,
): CompiledFollower | null {
  const figureIndex = sources.indexOf(follower.figure);
  const sourceIndex = sources.indexOf(follower.source.figure);
  const kind = channelOf(follower.channel).kind;
  const sourceKind = channelOf(follower.source.channel).kind;
  if (figureIndex < 0 || sourceIndex < 0 || kind === "color" || sourceKind === "color") return null;
  const map = rangeMap(follower, curveOfKey(study, follower));
  const { channel } = follower.source;
  const lag = follower.lag ?? 0;
  const stops = feltStops(placements.root.stops, follower.figure, Number.NEGATIVE_INFINITY);
  // It lags behind in the time that runs, so that a stop stops it too.
  const before = (t: number) =>
    stops.length === 0 ? t - lag : shownThrough(stops, contentTime(stops, t) - lag);
  const ask = follower.of === "value" ? sources.value : sources.velocity;
  return {
    follower,
    figureIndex,
    slot: sources.slot(figureIndex, follower.channel),
    value: (t) => {
      const time = before(t);
      if (follower.of === "value") return map(ask(sourceIndex, channel, time));
      const held = stops.some(({ at }) => shownThrough(stops, at) === time);
      return map(Math.abs(ask(sourceIndex, channel, held ? time - JUST_BEFORE : time)));
    },
  };
}

/**
 * From one range into another. Without a clamp it goes on beyond the ranges as straight as their ends lie; a range
 * in without width is a switch at its value.
 */
function rangeMap({ from, to, clamp }: Follower, curve: Curve): (value: number) => number {
  const eased: CompiledCurve = compileCurve(curve);
  const [start, end] = from;
  const [low, high] = to;
  return (asked) => {
    // Where a curve stands upright its speed is infinite: it counts as the top of the range, never as no number.
    const value = Number.isFinite(asked) ? asked : Math.max(start, end);
    const width = end - start;
    const p = width === 0 ? (value >= start ? 1 : 0) : (value - start) / width;
    if (p < 0 || p > 1) {
      if (clamp || width === 0) return p < 0 ? low : high;
      return low + (high - low) * p;
    }
    return low + (high - low) * eased.value(p);
  };
}
