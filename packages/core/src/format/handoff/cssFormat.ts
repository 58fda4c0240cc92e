import { compileStudy } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import { handoffCss } from "../css/css.ts";
import { figureMarkup, scenePage } from "./figureMarkup.ts";
import type { HandoffFormat, HandoffLimit, HandoffOption } from "./handoffFormat.ts";

/** What people see who prefer reduced motion. */
export const REDUCED: HandoffOption = {
  type: "choice",
  id: "reduced",
  label: "Reduced motion",
  choices: [
    { value: "still", text: "still" },
    { value: "as-it-is", text: "as it is" },
  ],
  initial: "as-it-is",
};

/** The setting as `handoffCss` has it. */
export const reducedOf = (value: unknown) => (value === "still" ? "still" : "as it is");

/** What CSS cannot do with a study. */
export function cssLimits(study: Study): readonly HandoffLimit[] {
  const motion = compileStudy(study);
  const cues = motion.events(Number.NEGATIVE_INFINITY, motion.duration + 1e-3).length;
  if (cues === 0) return [];
  return [
    {
      what:
        cues === 1
          ? "A cue is neither told nor heard."
          : `${cues} cues are neither told nor heard.`,
      cure: "Hand off the cues as well.",
    },
  ];
}

/** CSS keyframes, one rule for each figure. */
export const cssFormat: HandoffFormat = {
  id: "css",
  label: "CSS",
  note: "keyframes and easings",
  group: "For the web",
  options: [REDUCED],
  extension: () => "css",
  mime: "text/css",
  choosesFigures: true,
  write: (study, { reduced }, { figures, selectors }) => {
    const { text, selectorOf, weight } = handoffCss(study, {
      figures,
      selectors,
      reduced: reducedOf(reduced),
    });
    return { text, selectorOf, weight };
  },
  limits: cssLimits,
  // Own selectors, and figures that stay, belong to a page of the person's: here all are there, with their classes.
  stage: (study, _, { fonts }) => {
    const { text, classOf } = handoffCss(study);
    return scenePage(study, {
      css: text,
      fonts,
      body: `<div data-scene>\n${figureMarkup(study, classOf)}\n</div>`,
    });
  },
};
