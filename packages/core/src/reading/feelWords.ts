/** How a curve feels, in the words people filter by. */
export const FEEL_WORDS = [
  "settles",
  "overshoots",
  "anticipates",
  "rings",
  "lands",
  "builds",
  "gentle",
  "mechanical",
  "steps",
] as const;

export type FeelWord = (typeof FEEL_WORDS)[number];
