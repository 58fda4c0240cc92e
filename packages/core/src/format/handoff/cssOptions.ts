import type { Motion } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import type { CssOptions } from "../css/css.ts";
import { BEGINS, isSelector, ON_LOAD, PLAYING } from "../css/cssBegins.ts";
import { type CssReduced, REDUCED_WAYS } from "../css/cssReduced.ts";
import { WITHIN } from "../css/sceneRules.ts";
import { engineLimits } from "./engineLimits.ts";
import type { HandoffLimit, HandoffOption, HandoffSettings } from "./handoffFormat.ts";

const BEGIN_TEXTS: Readonly<Record<(typeof BEGINS)[number], string>> = {
  load: "when the page loads",
  view: "when it comes into view",
  hover: "while it is hovered",
  press: "while it is pressed",
  class: `while it has the class ${PLAYING}`,
  scroll: "with the scroll position",
};

const REDUCED_TEXTS: Readonly<Record<(typeof REDUCED_WAYS)[number], string>> = {
  "as-it-is": "as it is, shakes calmed",
  end: "still, as it ends",
  rest: "still, at rest",
  fade: "fades only",
};

/** What people see who prefer reduced motion. */
export const REDUCED_OPTION = {
  type: "choice",
  id: "reduced",
  label: "Reduced motion",
  choices: REDUCED_WAYS.map((value) => ({ value, text: REDUCED_TEXTS[value] })),
  initial: "as-it-is",
  isOfStudy: true,
} as const satisfies HandoffOption;

/** The element around all figures, which is hovered, pressed, seen, or has a class. */
export const ON_OPTION: HandoffOption = {
  type: "text",
  id: "on",
  label: "Element around all",
  initial: ON_LOAD.on,
  fault: (text) =>
    isSelector(text)
      ? undefined
      : "Give the selector of the element around all figures, such as .scene.",
};

/** How far off what is seen may be. */
export const WITHIN_OPTION: HandoffOption = {
  type: "number",
  id: "within",
  label: "Within",
  min: 0.01,
  max: 5,
  unit: "px",
  initial: () => WITHIN,
};

/** What can be chosen of a motion that a script plays. */
export const MODULE_OPTIONS: readonly HandoffOption[] = [
  {
    type: "choice",
    id: "begins",
    label: "Begins",
    choices: BEGINS.map((value) => ({ value, text: BEGIN_TEXTS[value] })),
    initial: "load",
  },
  {
    ...ON_OPTION,
    // Nothing is waited for when the page loads, and the whole page is what is scrolled.
    applies: ({ begins }) => begins !== undefined && begins !== "load" && begins !== "scroll",
  },
  REDUCED_OPTION,
  WITHIN_OPTION,
];

/** What can be chosen of CSS in every format that is made of it. */
export const CSS_OPTIONS: readonly HandoffOption[] = [
  ...MODULE_OPTIONS,
  {
    type: "choice",
    id: "lacking",
    label: "Curves CSS lacks",
    choices: [
      { value: "linear", text: "linear()" },
      { value: "bezier", text: "cubic-bezier" },
    ],
    initial: "linear",
  },
  {
    type: "choice",
    id: "fallbacks",
    label: "Old browsers",
    choices: [
      { value: "none", text: "left out" },
      { value: "written", text: "fallbacks" },
    ],
    initial: "none",
  },
];

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
  const cues = motion.events(Number.NEGATIVE_INFINITY, motion.duration + 1e-3).length;
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
