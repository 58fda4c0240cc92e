import { cuesToEnd, type Motion } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import type { CssOptions } from "../css/css.ts";
import { BEGINS, ON_LOAD, PLAYING } from "../css/cssBegins.ts";
import { type CssReduced, REDUCED_WAYS, WITHIN } from "../css/cssChoices.ts";
import { engineLimits } from "./engineLimits.ts";
import type { HandoffLimit, HandoffSettings } from "./handoffFormat.ts";

/** What was chosen of reduced motion. */
export const reducedOf = ({ reduced }: HandoffSettings): CssReduced | undefined =>
  REDUCED_WAYS.find((each) => each === reduced);

/** The settings as `handoffCss` has them. */
export function cssOptionsOf(settings: HandoffSettings): CssOptions {
  const { begins, on, within, lacking, fallbacks } = settings;
  return {
    reduced: reducedOf(settings),
    begins: {
      when: BEGINS.find((each) => each === begins) ?? ON_LOAD.when,
      on: String(on ?? ON_LOAD.on),
    },
    within: Number(within ?? WITHIN),
    lacking: lacking === "bezier" ? "bezier" : "linear",
    fallbacks: fallbacks === "written",
  };
}

/** The same CSS as it runs by itself, for a stage: begun as the page loads, and whole if nobody prefers less motion. */
export function stagedCssOptions(settings: HandoffSettings, isReduced = false): CssOptions {
  const options = { ...cssOptionsOf(settings), begins: ON_LOAD };
  return isReduced ? options : { ...options, reduced: "as-it-is" };
}

/** What stays behind wherever only the sequence leaves, and is seen and not heard. */
export function sequenceLimits(motion: Motion): readonly HandoffLimit[] {
  const cues = cuesToEnd(motion).length;
  const limits: HandoffLimit[] = [];
  if (cues > 0)
    limits.push({
      what: `${cues === 1 ? "A cue is" : `${cues} cues are`} neither told nor heard.`,
      cure: "Hand off the cues as well.",
    });
  if ((motion.study.live?.responses.length ?? 0) > 0)
    limits.push({
      what: "What answers to presses stays here: only the sequence leaves.",
      cure: "In Live, record a take and set it down as keys: that leaves.",
    });
  return limits;
}

/** What CSS cannot do with a study. */
export function cssLimits(study: Study, settings: HandoffSettings): readonly HandoffLimit[] {
  const motion = handoffContext(study).motion;
  const limits: HandoffLimit[] = [...sequenceLimits(motion), ...engineLimits(motion)];
  if (settings.begins === "scroll" && motion.endless)
    limits.push({
      what: "What repeats forever is played once along the way.",
      cure: "Begin when it comes into view to have it repeat.",
    });
  if (settings.begins === "view")
    limits.push({
      what: `CSS does not know when something comes into view: a script gives it the class ${PLAYING}.`,
      cure: "The script stands at the end of the file; a page has it already.",
    });
  if (settings.lacking === "bezier")
    limits.push({
      what: "A cubic-bezier bounces once at most: curves that CSS lacks are only near.",
      cure: "The proof says how near. Choose linear() to have them as they are.",
    });
  if (settings.fallbacks === "written")
    limits.push({
      what: "Old browsers see cubic-beziers that do not pass their ends, and no shakes.",
      cure: "Leave them out where all browsers are of 2024 or later: the file is smaller then.",
    });
  return limits;
}
