import { curveSource } from "../motion/index.ts";
import {
  channelOf,
  type Follower,
  findLever,
  followsLever,
  type Key,
  leverStart,
  type Study,
  type Tween,
} from "../study/index.ts";

/** How long the study of a lever lasts, ms: a thousandth of the lever's range each. */
const LENGTH = 1000;

/**
 * A study in which time is what a lever says, from the low end of its range to the high one: what follows the lever
 * becomes tweens, each with the follower's own curve, and nothing else moves. What can only play something, such as a
 * page that is scrolled, plays that. The study itself where there is no such lever.
 */
export function studyAlongLever(study: Study, leverId: string): Study {
  const lever = findLever(study, leverId);
  if (!lever) return study;
  const [low, high] = lever.range;
  const { live: _, ...rest } = study;
  const curves = curveSource(study.curves);
  const tweens = study.followers.flatMap((follower): Tween[] => {
    const { source, of, id, figure, channel } = follower;
    if (!followsLever(source) || source.lever !== leverId || of !== "value") return [];
    const turned = follower.from[1] < follower.from[0];
    return [
      {
        ...{ type: "tween", id: `along-${id}`, name: "along the lever", figures: [figure] },
        ...{ tether: { to: "start", offset: 0 }, fill: "both" },
        ...alongRange(
          follower,
          turned ? [high, low] : [low, high],
          curves.of(follower).curve,
          channel,
        ),
        // A map that falls as the lever rises is the same map, run backwards.
        ...(turned ? { iterations: 1, direction: "reverse" } : {}),
      },
    ];
  });
  // What follows another lever stands where that begins.
  const figures = study.figures.map((figure) => {
    const own = study.followers.filter((each) => each.figure === figure.id);
    const still = own.flatMap(({ source, from, to, channel }): [string, number][] => {
      const other = followsLever(source) ? findLever(study, source.lever) : undefined;
      if (!other || other.id === leverId || channelOf(channel).kind === "color") return [];
      const p = (leverStart(other) - from[0]) / (from[1] - from[0] || 1);
      return [[channel, to[0] + (to[1] - to[0]) * Math.min(Math.max(p, 0), 1)]];
    });
    return still.length === 0
      ? figure
      : { ...figure, rest: { ...figure.rest, ...Object.fromEntries(still) } };
  });
  return { ...rest, figures, sequence: tweens, followers: [], markers: [] };
}

/**
 * A follower's map as the track and the clip of a tween that lasts as long as the lever's range, from one end of it to
 * the other. Where the map reaches beyond the range, the clip cuts it there.
 */
function alongRange(
  { id, from, to, clamp }: Follower,
  [begin, end]: readonly [number, number],
  curve: NonNullable<Key["curve"]>,
  channel: Follower["channel"],
): Pick<Tween, "tracks" | "clip"> {
  const [first, last] = to;
  const timeOf = (value: number) => ((value - begin) / (end - begin)) * LENGTH;
  const [t0, t1] = [timeOf(from[0]), timeOf(from[1])];
  const slope = t1 > t0 ? (last - first) / (t1 - t0) : 0;
  const valueAt = (t: number) => {
    const beyond = t < t0 ? first + slope * (t - t0) : last + slope * (t - t1);
    return clamp ? (t < t0 ? first : last) : beyond;
  };
  // Keys do not begin before 0: those of a map that does are shifted, and the clip begins where the range does.
  const shift = Math.max(-t0, 0);
  const keys: Key[] = [];
  if (t0 > 0) keys.push({ id: `${id} low`, time: 0, value: valueAt(0) });
  keys.push({ id: `${id} from`, time: t0 + shift, value: first, curve });
  keys.push({ id: `${id} to`, time: t1 + shift, value: last });
  if (t1 < LENGTH) keys.push({ id: `${id} high`, time: LENGTH + shift, value: valueAt(LENGTH) });
  return {
    tracks: [{ channel, keys }],
    ...(shift > 0 || t1 > LENGTH ? { clip: { from: shift, to: LENGTH + shift } } : {}),
  };
}
