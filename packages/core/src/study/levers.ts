import type { Lever } from "./live.ts";
import type { FollowerSource, Study } from "./study.ts";

/** Whether a follower follows a lever instead of a channel. */
export function followsLever(source: FollowerSource): source is { readonly lever: string } {
  return "lever" in source;
}

/** The value of a lever before anything was done. */
export function leverStart({ initial, range }: Lever): number {
  return initial ?? range[0];
}

/** The lever with an id. */
export function findLever({ live }: Pick<Study, "live">, id: string): Lever | undefined {
  return live?.levers.find((each) => each.id === id);
}

/** Whether a lever's value comes from the pointer: where it is, how far, or in which direction. */
export function followsPointer({ of }: Pick<Lever, "of">): boolean {
  return of.kind !== "scroll" && of.kind !== "slider" && of.kind !== "key";
}
