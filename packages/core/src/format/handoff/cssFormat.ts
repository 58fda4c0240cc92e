import { handoffCss } from "../css/css.ts";
import { selectorsOf, viewScript } from "../css/cssBegins.ts";
import { cssComment } from "../escape.ts";
import { CSS_OPTIONS, cssLimits, cssOptionsOf, stagedCssOptions } from "./cssOptions.ts";
import { figureMarkup, scenePage } from "./figureMarkup.ts";
import type { HandoffFormat, HandoffOption, HandoffSettings } from "./handoffFormat.ts";
import { withScrollLevers } from "./scrollLevers.ts";

/** Whether figures leave with their look, or only how they move. */
const LEAVES_OPTION: HandoffOption = {
  type: "choice",
  id: "leaves",
  label: "What leaves",
  choices: [
    { value: "scene", text: "figures and motion" },
    { value: "motion", text: "motion only" },
  ],
  initial: "scene",
  // What came from CSS goes back to it.
  initialOf: ({ figures }) => (figures.some(({ css }) => css) ? "motion" : "scene"),
};

const motionOnlyOf = ({ leaves }: HandoffSettings, how: "leaving" | "staged") =>
  leaves === "motion" ? how : undefined;

/** CSS keyframes, one rule for each figure. */
export const cssFormat: HandoffFormat = withScrollLevers({
  id: "css",
  label: "CSS",
  note: "keyframes and easings",
  group: "For the web",
  options: [LEAVES_OPTION, ...CSS_OPTIONS],
  extension: () => "css",
  mime: "text/css",
  choosesFigures: () => "selected",
  write: (study, settings, { figures, selectors }) => {
    const options = { ...cssOptionsOf(settings), motionOnly: motionOnlyOf(settings, "leaving") };
    const css = handoffCss(study, { ...options, figures, selectors });
    const { text, classOf, weight } = css;
    const script =
      options.begins?.when === "view"
        ? `\n/* The script that begins it:\n${cssComment(viewScript(options.begins))}\n*/\n`
        : "";
    // Where its own page is not there, elements have classes.
    const selectorOf = options.motionOnly
      ? selectorsOf(study, classOf, selectors ?? {})
      : css.selectorOf;
    return { text: text + script, selectorOf, weight };
  },
  limits: cssLimits,
  // Own selectors, and figures that stay, belong to a page of the person's: here all are there, with their classes.
  stage: (study, _, { fonts, isReduced }, settings) => {
    const { text, classOf } = handoffCss(study, {
      ...stagedCssOptions(settings, isReduced),
      motionOnly: motionOnlyOf(settings, "staged"),
    });
    return scenePage(study, {
      css: text,
      fonts,
      body: `<div data-scene>\n${figureMarkup(study, classOf)}\n</div>`,
    });
  },
});
