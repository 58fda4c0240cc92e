import type { Draft } from "immer";
import { compileStudy, outerOf } from "../../motion/index.ts";
import {
  type ChannelId,
  channelOf,
  type Follower,
  type FollowerSource,
  findLever,
  followsLever,
  type Study,
} from "../../study/index.ts";
import { defineEdit } from "../history/change.ts";

/** The number of times at which the source is sampled for its range. */
const SAMPLES = 200;

type ChannelSource = Extract<FollowerSource, { readonly figure: string }>;

const nameOf = (figure: string, channel: ChannelId) => `${figure} ${channel}`;

/** The channels that would form a cycle with a follower, in words; empty if there is no cycle. */
export function followerLoop(study: Study, follower: Follower): string[] {
  const sourceOf = new Map<string, Follower>();
  for (const each of study.followers)
    if (each.id !== follower.id) sourceOf.set(nameOf(each.figure, each.channel), each);
  const first = nameOf(follower.figure, follower.channel);
  sourceOf.set(first, follower);
  if (followsLever(follower.source)) return [];
  const words = ({ figure, channel }: { figure: string; channel: ChannelId }) =>
    `${study.figures.find(({ id }) => id === figure)?.name ?? figure} ${channelOf(channel).label}`;
  const path: string[] = [words(follower)];
  let source: ChannelSource = follower.source;
  // No channel is visited twice, so there are no more steps than followers.
  for (let step = 0; step <= study.followers.length; step++) {
    path.push(words(source));
    if (nameOf(source.figure, source.channel) === first) return path;
    const next = sourceOf.get(nameOf(source.figure, source.channel));
    if (!next || followsLever(next.source)) return [];
    source = next.source;
  }
  return [];
}

/** Makes a channel follow another one. Its tweens are kept and play again when the follower is deleted. */
export const addFollower = defineEdit<Follower>("follow", (draft, follower, study) => {
  if (followerLoop(study, follower).length > 0) return;
  draft.followers = draft.followers.filter(
    ({ figure, channel }) => figure !== follower.figure || channel !== follower.channel,
  );
  draft.followers.push(follower as Draft<Follower>);
});

/** Changes a follower; a change that would form a cycle does nothing. Undefined removes a field. */
export const setFollower = defineEdit<{ id: string; set: Partial<Omit<Follower, "id">> }>(
  "change follower",
  (draft, { id, set }, study) => {
    const before = study.followers.find((each) => each.id === id);
    const target = draft.followers.find((each) => each.id === id);
    if (!before || !target || followerLoop(study, { ...before, ...set }).length > 0) return;
    for (const [name, value] of Object.entries(set)) {
      if (value === undefined) delete (target as unknown as Record<string, unknown>)[name];
      else (target as unknown as Record<string, unknown>)[name] = value;
    }
  },
);

/** Deletes a follower. */
export const deleteFollower = defineEdit<{ id: string }>("stop following", (draft, { id }) => {
  draft.followers = draft.followers.filter((each) => each.id !== id);
});

/**
 * The smallest and the largest value of a channel, or 0 and its greatest speed, or the range of a lever: the suggested range of a follower's
 * source.
 */
export function rangeOf(
  study: Study,
  source: Follower["source"],
  of: Follower["of"],
): readonly [number, number] {
  if (followsLever(source)) return findLever(study, source.lever)?.range ?? [0, 1];
  const motion = compileStudy(study);
  const index = motion.figureIndex(source.figure);
  if (index < 0) return [0, 1];
  const slot = motion.slot(index, source.channel);
  const out = new Float64Array(motion.slotCount);
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  const layers = motion.drivenAt(index, source.channel)?.layers ?? [];
  const times = [
    ...Array.from({ length: SAMPLES + 1 }, (_, i) => (motion.duration * i) / SAMPLES),
    // Values turn at keys; just before a key the speed is still that of the span that ends there.
    ...layers.flatMap((layer) =>
      Array.from(layer.track.times, (time) => outerOf(layer, time) - (of === "speed" ? 1e-3 : 0)),
    ),
  ];
  for (const t of times) {
    const value =
      of === "value"
        ? motion.valueAt(index, source.channel, t)
        : Math.abs(motion.velocity(t, out)[slot] as number);
    if (!Number.isFinite(value)) continue;
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  const tidy = (value: number) => Math.round(value * 100) / 100;
  if (of === "speed") return [0, tidy(Math.max(high, 1))];
  return high > low ? [tidy(low), tidy(high)] : [tidy(low), tidy(low) + 1];
}
