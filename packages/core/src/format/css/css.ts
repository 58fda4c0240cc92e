import { cuesToEnd, type Motion } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import { cssComment } from "../escape.ts";
import { type CssBegin, ON_LOAD } from "./cssBegins.ts";
import type { CssReduced } from "./cssChoices.ts";
import { cssNumber } from "./cssNumber.ts";
import { calmText, reducedText } from "./cssReduced.ts";
import { addedText, ruleText, scrollText } from "./cssRule.ts";
import { waitingRules } from "./cssWaiting.ts";
import { type SceneOptions, type SceneRules, sceneRules } from "./sceneRules.ts";

/** CSS that plays a study, and the rules that its text is made of, without what is for reduced motion. */
export interface CssHandoff extends Omit<SceneRules, "motion" | "curves"> {
  readonly text: string;
  /** The declarations of named curves. */
  readonly named: readonly string[];
}

export interface CssOptions extends SceneOptions {
  /** What people see who prefer reduced motion. */
  readonly reduced?: CssReduced | undefined;
  /** When it begins; when the page loads if absent. */
  readonly begins?: CssBegin | undefined;
}

/**
 * CSS that moves as `motion.at(t)` says: for each figure a rule and its `@keyframes`.
 *
 * Each track becomes one animation of an individual transform property (or `opacity`, `color` …)
 * with the keys' own curves, so the browser computes the same function and can run it off the main
 * thread. Where the two channels of one property go by different keys or curves, or add to something
 * that still moves, the channels run as registered custom properties and the property is put
 * together from them. What CSS cannot express is sampled. Shakes are animations that add to the others.
 * See docs/decisions.md.
 */
export function handoffCss(
  study: Study,
  { reduced = "as-it-is", begins = ON_LOAD, ...options }: CssOptions = {},
): CssHandoff {
  const scene = sceneRules(study, options);
  const { motion, rules, calm, curves, classOf, selectorOf, weight } = scene;
  const written = new Set<string>();
  const blocks = [
    `/* ${cssComment(study.name)}: ${cssNumber(motion.duration)} ms. */`,
    ...curves.rootText(),
    ...rules.map((rule) => ruleText(rule, { written, begins, curves })),
    ...(options.motionOnly ? [] : waitingRules(motion, selectorOf, rules, begins)),
    ...(options.fallbacks ? addedText(rules, begins) : []),
    ...scrollText(rules, begins, motion.duration, reduced !== "as-it-is"),
    ...(reduced === "as-it-is" ? calmText(calm) : reducedText(motion, rules, reduced, begins)),
    ...cueNotes(motion),
  ];
  return {
    text: `${blocks.join("\n\n")}\n`,
    ...{ rules, calm, named: curves.named(), classOf, selectorOf, weight },
  };
}

/** The cues, which CSS cannot play, as a comment with their times. */
function cueNotes(motion: Motion): string[] {
  const events = cuesToEnd(motion);
  if (events.length === 0) return [];
  const lines = events.map(
    ({ time, cue }) =>
      `   ${cssNumber(time)} ms: ${cssComment(cue.name)}${cue.sound ? ` (${cue.sound})` : ""}`,
  );
  return [`/* Cues, which CSS cannot play; hand them off as JavaScript:\n${lines.join("\n")} */`];
}
