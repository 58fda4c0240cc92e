import { addFollower } from "@levitas/core/edit";
import { type ChannelId, channelOf, type Follower } from "@levitas/core/study";
import type { Bench } from "../session/bench.ts";
import { dropFollower } from "./dropFollower.ts";

/** Shows a follower that is being made as if it were in the study. */
export function draftFollower(bench: Bench, follower: Follower): void {
  bench.store.setState({ draftFollower: follower });
  bench.tryOut((study) => addFollower(study, follower));
}

/** The range that is proposed for a channel that is to follow: from where it is, as far as is seen. */
export function followingRange(
  { motion, clock }: Bench,
  figureId: string,
  channel: ChannelId,
): readonly [number, number] {
  if (channel === "opacity") return [1, 0.3];
  const now = motion.valueAt(motion.figureIndex(figureId), channel, clock.time);
  const { unit } = channelOf(channel);
  return [now, now + (unit === "px" ? 40 : unit === "°" ? 30 : unit === "%" ? 20 : 0.5)];
}

/** Puts the follower that is being made into the study, as one step. */
export function acceptFollower(bench: Bench): void {
  const { draftFollower: follower } = bench.store.getState();
  dropFollower(bench);
  if (follower) bench.perform(addFollower, follower);
}
