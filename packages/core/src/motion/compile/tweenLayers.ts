import { type Group, spacePathOf, type Track, type Tween } from "../../study/index.ts";
import { innerTime, outerTime, type Placed, rateOf, type TimeLink } from "../../timeline/index.ts";
import type { CurveSource } from "./curveSource.ts";
import type { Layer } from "./motion.ts";
import { type CompiledTrack, compileSpacePath, compileTrack } from "./track.ts";

/** A tween's tracks, compiled from one state of it. */
export interface CompiledTracks {
  readonly tween: Tween;
  readonly tracks: readonly CompiledTrack[];
}

/**
 * Compiles the tracks of a tween that have keys.
 *
 * @param before another state of the tween: tracks that are the same objects are taken over, so no shared curve that
 *   they follow may have changed
 */
export function compiledTracks(
  tween: Tween,
  curves: CurveSource,
  before?: CompiledTracks,
): readonly CompiledTrack[] {
  // It was moved in time alone.
  if (before?.tween === tween) return before.tracks;
  const path = tween.path ? spacePathOf(tween) : undefined;
  // Both coordinates of a path are compiled together and can only be reused together.
  const known = new Map(before?.tracks.map((compiled) => [compiled.track, compiled]));
  const pathBefore = before?.tween.path ? spacePathOf(before.tween) : undefined;
  const pathStays = path !== undefined && path.x === pathBefore?.x && path.y === pathBefore.y;
  const along =
    path && !(pathStays && known.has(path.x)) ? compileSpacePath(path, curves) : undefined;
  const compiled: CompiledTrack[] = [];
  for (const track of tween.tracks) {
    if (track.keys.length === 0) continue;
    const axis = track === path?.x ? 0 : track === path?.y ? 1 : undefined;
    const wasOnPath = track === pathBefore?.x || track === pathBefore?.y;
    if (axis !== undefined) {
      compiled.push(along ? along[axis] : (known.get(track) as CompiledTrack));
      continue;
    }
    const same = wasOnPath ? undefined : known.get(track);
    compiled.push(same ?? compileTrack(track, curves, sameChannel(before, track)));
  }
  return compiled;
}

/** What the track of the same channel was compiled to in another state. */
function sameChannel(before: CompiledTracks | undefined, { channel }: Track) {
  return before?.tracks.find(({ track }) => track.channel === channel);
}

/** The layer of a tween whose local time is `t − origin`. */
export function plainLayer(tween: Tween, track: CompiledTrack, origin: number): Layer {
  const start = origin + (track.times[0] as number);
  return {
    tween,
    track,
    origin,
    start,
    end: origin + (track.times.at(-1) as number),
    relative: isRelative(track),
    fill: tween.fill ?? "forwards",
    rank: rankOf(start),
  };
}

/** Rounds to a millionth of a ms, so that rounding errors do not decide which of two layers is higher. */
function rankOf(time: number): number {
  return Math.round(time * 1e6) / 1e6;
}

function isRelative({ track, components }: CompiledTrack): boolean {
  return track.mode === "relative" && components === 1;
}

/** The layer of a tween with a local time of its own: in a group, affected by freezes, or repeating. */
export function timedLayer(
  { item, iterations, level, start }: Placed,
  track: CompiledTrack,
  way: readonly TimeLink[],
  offset: number,
): Layer {
  const tween = item as Tween;
  const { from, to } = tween.clip ?? { from: 0, to: Number.POSITIVE_INFINITY };
  const repeats = iterations !== undefined;
  const first = Math.max(repeats ? from : (track.times[0] as number), from);
  const last = Math.min(Math.max(track.times.at(-1) as number, from), to);
  const inner = way.at(-1) as Extract<TimeLink, { kind: "play" }>;
  const links = iterations
    ? [
        ...way.slice(0, -1),
        { ...inner, origin: inner.origin + from, iterations },
        { kind: "play" as const, origin: -from, rate: 1 },
      ]
    : way;
  // The start without freezes, repetitions and reversals: which layer is higher does not depend on these.
  let rank = start + offset - from + (repeats ? from : (track.times[0] as number));
  for (let group = level.group; group; group = group.level.group)
    rank = group.start + rank / rateOf(group.item as Group);
  return {
    tween,
    track,
    origin: outerTime(way, 0),
    start: outerTime(way, first),
    end: outerTime(way, last),
    relative: isRelative(track),
    fill: tween.fill ?? "forwards",
    rank: rankOf(rank),
    time: {
      links,
      way,
      repeats,
      level: way.slice(0, -1),
      begins: inner.origin + from,
      first: firstTime(iterations) + from,
      from: first > to ? Number.POSITIVE_INFINITY : first,
      to: last,
      limit: to,
    },
  };
}

/** Local time at the start of the first iteration. */
function firstTime(iterations: Placed["iterations"]): number {
  return iterations
    ? innerTime([{ kind: "play", origin: 0, rate: 1, iterations }], 0)
    : Number.NEGATIVE_INFINITY;
}

/** The origin of a tween whose local time is `t − origin`; undefined if it is not. */
export function plainOrigin(
  { iterations, item }: Placed,
  way: readonly TimeLink[],
): number | undefined {
  const [only] = way;
  const { clip } = item as Tween;
  return !iterations && !clip && way.length === 1 && only?.kind === "play" && only.rate === 1
    ? only.origin
    : undefined;
}
