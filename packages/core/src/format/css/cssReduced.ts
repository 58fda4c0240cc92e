import type { Motion } from "../../motion/index.ts";
import type { CssAnimation } from "./cssAnimation.ts";
import { type CssBegin, playingSelector } from "./cssBegins.ts";
import type { CssReduced } from "./cssChoices.ts";
import { cssNumber } from "./cssNumber.ts";
import { CSS_PROPERTIES } from "./cssProperties.ts";
import { type CssRule, keyframesText } from "./cssRule.ts";

/** So long after its end a motion is what stays, ms; at the very end a rounding would decide what is seen. */
export const HELD_AFTER = 0.5;

/** What changes without anything moving. */
export const FADES: ReadonlySet<string> = new Set(
  CSS_PROPERTIES.filter(({ isFade }) => isFade).map(({ property }) => property),
);

/** Whether an animation changes what it changes without anything moving. */
export const isFade = ({ shows }: CssAnimation): boolean => FADES.has(shows ?? "");

/** The rules for people who prefer reduced motion. */
export function reducedText(
  { duration }: Motion,
  all: readonly CssRule[],
  way: Exclude<CssReduced, "as-it-is">,
  begins: CssBegin,
): string[] {
  const rules = all
    .filter(({ animations }) => animations.length > 0)
    .map(({ selector, animations }) => {
      const runs = (each: CssAnimation) => way === "fade" && isFade(each);
      const lists =
        way === "rest"
          ? ["animation: none;"]
          : [
              `animation-play-state: ${animations.map((each) => (runs(each) ? "running" : "paused")).join(", ")};`,
              // Held just past the study's end.
              `animation-delay: ${animations.map((each) => `${cssNumber(each.delay - (runs(each) ? 0 : duration + HELD_AFTER))}ms`).join(", ")};`,
            ];
      return `${playingSelector(selector, begins)} {\n  ${lists.join("\n  ")}\n}`;
    });
  return inMedia(rules);
}

/** The keyframes of calmed shakes, in place of those of the same names. */
export function calmText(animations: readonly CssAnimation[]): string[] {
  const byName = new Map(animations.map((each) => [each.name, each]));
  return inMedia([...byName.values()].map((each) => keyframesText(each)));
}

/** Rules that hold for people who prefer reduced motion only. */
export function inMedia(blocks: readonly string[]): string[] {
  if (blocks.length === 0) return [];
  const lines = blocks.join("\n").replace(/^(?=.)/gm, "  ");
  return [`@media (prefers-reduced-motion: reduce) {\n${lines}\n}`];
}
