import type { Motion } from "@levitas/core/motion";

/** Ids of the figures that something moves, by themselves: not those that only stand in one that moves. */
export function movingFigures(motion: Motion): ReadonlySet<string> {
  const { figures } = motion.study;
  const shaken = new Set(
    motion.shakes.flatMap((shake) =>
      shake.figures
        ? shake.figures.map((index) => figures[index]?.id)
        : figures.filter(({ parent }) => parent === null).map(({ id }) => id),
    ),
  );
  const following = new Set(motion.followers.map(({ follower }) => follower.figure));
  return new Set(
    figures
      .filter(({ id }, i) => motion.drivenOf(i).length > 0 || following.has(id) || shaken.has(id))
      .map(({ id }) => id),
  );
}
