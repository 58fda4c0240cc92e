/** One run of a preview and the rest after it, ms. */
export const RUN = 900;
export const REST = 500;

/** How far a preview that began at time 0 has come, 0 to 1; it rests at the end and begins again. */
export function playedPart(time: number): number {
  const within = ((time % (RUN + REST)) + RUN + REST) % (RUN + REST);
  return Math.min(within / RUN, 1);
}
