import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { handoffCss } from "../css/css.ts";
import { cssOptionsOf } from "./cssSettings.ts";
import { engineLimits } from "./engineLimits.ts";
import { figureMarkup, scenePage, scriptText } from "./figureMarkup.ts";
import type { HandoffLimit, HandoffWriter } from "./handoffFormat.ts";
import { moduleText } from "./moduleText.ts";

/** What the Web Animations API cannot do with a study. */
export function moduleLimits(study: Study): readonly HandoffLimit[] {
  const motion = handoffContext(study).motion;
  return [
    ...engineLimits(motion),
    ...(motion.endless
      ? [
          {
            what: "What goes on forever does not run backwards, and its cues are told in the first round only.",
            cure: "Hand off the cues as well to have them all.",
          },
        ]
      : []),
  ];
}

export const moduleWriter: HandoffWriter = {
  write: (study, settings, { figures, selectors }) => {
    const { within, reduced, begins } = cssOptionsOf(settings);
    const css = handoffCss(study, { figures, selectors, within });
    return {
      text: moduleText(study, css, { reduced, begins }),
      selectorOf: css.selectorOf,
      weight: css.weight,
    };
  },
  limits: moduleLimits,
  stage: (study, _, { fonts, isReduced = false }, settings) => {
    const { within, reduced } = cssOptionsOf(settings);
    const css = handoffCss(study, { within });
    const text = moduleText(study, css, { reduced: isReduced ? reduced : undefined });
    const script = scriptText(text.replace(/^export /gm, ""));
    return scenePage(study, {
      css: "",
      fonts,
      body: `<div data-scene>\n${figureMarkup(study, css.classOf)}\n</div>\n<script>{\n${script}\nplay(document, { reduced: ${isReduced} });\n}</script>`,
    });
  },
};
