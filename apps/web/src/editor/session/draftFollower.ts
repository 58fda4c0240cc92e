import { addFollower } from "@levitas/core/edit";
import type { Follower } from "@levitas/core/study";
import type { Bench } from "./bench.ts";
import { dropFollower } from "./dropFollower.ts";

/** Shows a follower that is being made as if it were in the study. */
export function draftFollower(bench: Bench, follower: Follower): void {
  bench.store.setState({ draftFollower: follower });
  bench.tryOut((study) => addFollower(study, follower));
}

/** Puts the follower that is being made into the study, as one step. */
export function acceptFollower(bench: Bench): void {
  const { draftFollower: follower } = bench.store.getState();
  dropFollower(bench);
  if (follower) bench.perform(addFollower, follower);
}
