import { handoffCss } from "../css/css.ts";
import { cssLimits, REDUCED, reducedOf } from "./cssFormat.ts";
import { figureMarkup, scenePage, svgPage } from "./figureMarkup.ts";
import type { HandoffFormat } from "./handoffFormat.ts";

/** One SVG that moves by itself, also as an image: figures and CSS inside of it. */
export const svgFormat: HandoffFormat = {
  id: "svg",
  label: "SVG",
  note: "that moves by itself",
  group: "Pictures",
  options: [REDUCED],
  extension: () => "svg",
  mime: "image/svg+xml",
  write: (study, { reduced }, { fonts }) => {
    const { text, classOf, selectorOf, weight } = handoffCss(study, {
      reduced: reducedOf(reduced),
    });
    const svg = svgPage(study, { css: text, fonts, body: figureMarkup(study, classOf) });
    return { text: svg, selectorOf, weight };
  },
  limits: (study) => [
    ...cssLimits(study),
    {
      what: "Some places strip styles out of SVG, and then it stands still.",
      cure: "Send a page instead.",
    },
  ],
  stage: (study, { text }) =>
    scenePage(study, { css: "svg { display: block; }", body: `<div data-scene>${text}</div>` }),
};
