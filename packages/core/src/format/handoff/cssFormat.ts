import { handoffCss } from "../css/css.ts";
import { viewScript } from "../css/cssBegins.ts";
import { cssComment } from "../escape.ts";
import { CSS_OPTIONS, cssLimits, cssOptionsOf, stagedCssOptions } from "./cssOptions.ts";
import { figureMarkup, scenePage } from "./figureMarkup.ts";
import type { HandoffFormat } from "./handoffFormat.ts";
import { withScrollLevers } from "./scrollLevers.ts";

/** CSS keyframes, one rule for each figure. */
export const cssFormat: HandoffFormat = withScrollLevers({
  id: "css",
  label: "CSS",
  note: "keyframes and easings",
  group: "For the web",
  options: CSS_OPTIONS,
  extension: () => "css",
  mime: "text/css",
  choosesFigures: () => "selected",
  write: (study, settings, { figures, selectors }) => {
    const options = cssOptionsOf(settings);
    const { text, selectorOf, weight } = handoffCss(study, { ...options, figures, selectors });
    const script =
      options.begins?.when === "view"
        ? `\n/* The script that begins it:\n${cssComment(viewScript(options.begins))}\n*/\n`
        : "";
    return { text: text + script, selectorOf, weight };
  },
  limits: cssLimits,
  // Own selectors, and figures that stay, belong to a page of the person's: here all are there, with their classes.
  stage: (study, _, { fonts, isReduced }, settings) => {
    const { text, classOf } = handoffCss(study, stagedCssOptions(settings, isReduced));
    return scenePage(study, {
      css: text,
      fonts,
      body: `<div data-scene>\n${figureMarkup(study, classOf)}\n</div>`,
    });
  },
});
