// What can be chosen of CSS, apart from what writes it: a page that offers it needs no more.

/** The difference within which CSS shows what the motion shows if nothing else is asked for, px. */
export const WITHIN = 0.1;

/**
 * What people see who prefer reduced motion: the motion with its shakes calmed, its last pose at once, nothing but the
 * figures at rest, or the last pose with what fades and changes its color.
 */
export const REDUCED_WAYS = ["as-it-is", "end", "rest", "fade"] as const;
export type CssReduced = (typeof REDUCED_WAYS)[number];
