import { addFollower } from "@levitas/core/edit";
import type { Follower } from "@levitas/core/study";
import type { Bench } from "./bench.ts";

/** Shows a follower that is being made as if it were in the study; null shows none. */
export function draftFollower(bench: Bench, follower: Follower | null): void {
  bench.store.setState({ draftFollower: follower });
  bench.tryOut(follower ? (study) => addFollower(study, follower) : undefined);
}

/** Puts the follower that is being made into the study, as one step. */
export function acceptFollower(bench: Bench): void {
  const { draftFollower: follower } = bench.store.getState();
  draftFollower(bench, null);
  if (follower) bench.perform(addFollower, follower);
}
