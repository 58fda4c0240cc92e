import { handoffCss } from "../css/css.ts";
import { selectorsOf, viewScript } from "../css/cssBegins.ts";
import { cssComment } from "../escape.ts";
import { cssLimits, cssOptionsOf, stagedCssOptions } from "./cssSettings.ts";
import { figureMarkup, scenePage } from "./figureMarkup.ts";
import type { HandoffSettings, HandoffWriter } from "./handoffFormat.ts";
import { alongScrollLevers } from "./scrollRun.ts";

const motionOnlyOf = ({ leaves }: HandoffSettings, how: "leaving" | "staged") =>
  leaves === "motion" ? how : undefined;

export const cssWriter: HandoffWriter = alongScrollLevers({
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
