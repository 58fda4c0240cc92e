import type { Bench } from "../session/bench.ts";

/** Shows no follower that is being made any more. */
export function dropFollower(bench: Bench): void {
  bench.store.setState({ draftFollower: null });
  bench.tryOut(undefined);
}
