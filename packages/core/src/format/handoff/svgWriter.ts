import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { handoffCss } from "../css/css.ts";
import { WITHIN } from "../css/cssChoices.ts";
import { isMoved } from "../css/moved.ts";
import { drawnOf } from "../drawn.ts";
import { smilSvg } from "../shapes/smilSvg.ts";
import { usesCss } from "./cssOptions.ts";
import { cssLimits, cssOptionsOf, sequenceLimits } from "./cssSettings.ts";
import { HTML_IN_SVG, SMIL_CLOCK, smilTurnLimits } from "./engineLimits.ts";
import { figureMarkup, scenePage, svgPage } from "./figureMarkup.ts";
import type { HandoffLimit, HandoffWriter } from "./handoffFormat.ts";

export const svgWriter: HandoffWriter = {
  write: (study, settings, { fonts, figures }) => {
    const drawn = drawnOf(study, figures);
    if (!usesCss(settings)) return smilSvg(study, drawn, Number(settings.within ?? WITHIN));
    const { text, classOf, selectorOf, weight } = handoffCss(study, {
      ...cssOptionsOf(settings),
      figures: drawn.figures,
    });
    const svg = svgPage(study, {
      css: text,
      fonts,
      bodies: [figureMarkup(study, classOf, { drawn })],
    });
    return { text: svg, selectorOf, weight };
  },
  limits: (study, settings) =>
    usesCss(settings)
      ? [
          ...cssLimits(study, settings),
          {
            what: "Some places strip styles out of SVG, and then it stands still.",
            cure: "Have it move by SMIL for those.",
          },
          HTML_IN_SVG,
        ]
      : smilLimits(study),
  stage: (study, { text }) =>
    scenePage(study, { css: "svg { display: block; }", body: `<div data-scene>${text}</div>` }),
};

/** What an SVG without styles cannot do with a study. */
function smilLimits(study: Study): HandoffLimit[] {
  const motion = handoffContext(study).motion;
  const has = (test: (figure: Study["figures"][number], index: number) => boolean) =>
    study.figures.filter(test).map(({ name }) => name);
  const turned = has(({ rest }, i) =>
    (["turnX", "turnY"] as const).some((id) => (rest[id] ?? 0) !== 0 || isMoved(motion, i, id)),
  );
  const worded = has(({ look }) => Boolean(look.text || look.title || look.labels?.length));
  const limits: HandoffLimit[] = [...sequenceLimits(motion)];
  if (turned.length > 0)
    limits.push({
      what: `SVG has no perspective: ${turned.join(", ")} gets narrower instead of turning toward the eye.`,
      cure: "Send a page, or a picture.",
    });
  if (worded.length > 0)
    limits.push({
      what: "Without styles it has no letters of its own: words stand in those of the place.",
      cure: "Have it move by CSS where styles are kept.",
    });
  limits.push(...smilTurnLimits(motion), SMIL_CLOCK);
  limits.push({
    what: "It cannot know that somebody prefers reduced motion.",
    cure: "Send a still beside it.",
  });
  return limits;
}
