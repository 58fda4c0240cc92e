import { handoffCss } from "../css/css.ts";
import { CSS_OPTIONS, cssLimits, cssOptionsOf } from "./cssOptions.ts";
import { figureMarkup, scenePage, svgPage } from "./figureMarkup.ts";
import type { HandoffFormat } from "./handoffFormat.ts";

/** One SVG that moves by itself, also as an image: figures and CSS inside of it. */
export const svgFormat: HandoffFormat = {
  id: "svg",
  label: "SVG",
  note: "that moves by itself",
  group: "Pictures",
  // There is nothing around it that could be hovered, scrolled or given a class.
  options: CSS_OPTIONS.filter(({ id }) => id !== "begins" && id !== "on"),
  extension: () => "svg",
  mime: "image/svg+xml",
  write: (study, settings, { fonts }) => {
    const { text, classOf, selectorOf, weight } = handoffCss(study, cssOptionsOf(settings));
    const svg = svgPage(study, { css: text, fonts, body: figureMarkup(study, classOf) });
    return { text: svg, selectorOf, weight };
  },
  limits: (study, settings) => [
    ...cssLimits(study, settings),
    {
      what: "Some places strip styles out of SVG, and then it stands still.",
      cure: "Send a page instead.",
    },
  ],
  stage: (study, { text }) =>
    scenePage(study, { css: "svg { display: block; }", body: `<div data-scene>${text}</div>` }),
};
