/** The words for how a curve feels, by which people filter. */
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
