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
    const keys = keysOf(follower, low, high, curves.of(follower).curve);
    return [
      {
        ...{ type: "tween", id: `along-${id}`, name: "along the lever", figures: [figure] },
        ...{ tether: { to: "start", offset: 0 }, fill: "both" },
        tracks: [{ channel, keys }],
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

/** A follower's map as keys over the lever's range. */
function keysOf(
  { id, from, to, clamp }: Follower,
  low: number,
  high: number,
  curve: NonNullable<Key["curve"]>,
): Key[] {
  const turned = from[1] < from[0];
  const [begin, end] = turned ? [from[1], from[0]] : from;
  const [first, last] = turned ? [to[1], to[0]] : to;
  const timeOf = (value: number) => ((value - low) / (high - low)) * LENGTH;
  const [t0, t1] = [timeOf(begin), timeOf(end)];
  const slope = t1 > t0 ? (last - first) / (t1 - t0) : 0;
  const valueAt = (t: number) => {
    const beyond = t < t0 ? first + slope * (t - t0) : last + slope * (t - t1);
    return clamp ? (t < t0 ? first : last) : beyond;
  };
  const keys: Key[] = [];
  if (t0 > 0) keys.push({ id: `${id} low`, time: 0, value: valueAt(0) });
  keys.push({ id: `${id} from`, time: Math.max(t0, 0), value: first, curve });
  keys.push({ id: `${id} to`, time: Math.max(t1, t0, 0), value: last });
  if (t1 < LENGTH) keys.push({ id: `${id} high`, time: LENGTH, value: valueAt(LENGTH) });
  return keys;
}
