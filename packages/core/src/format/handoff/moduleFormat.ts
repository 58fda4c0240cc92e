import { compileStudy } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import { handoffCss } from "../css/css.ts";
import { figureMarkup, scenePage, scriptText } from "./figureMarkup.ts";
import type { HandoffFormat, HandoffLimit } from "./handoffFormat.ts";
import { moduleText } from "./moduleText.ts";

/** What the Web Animations API cannot do with a study. */
export function moduleLimits(study: Study): readonly HandoffLimit[] {
  const { endless, shakes } = compileStudy(study);
  return [
    ...(endless
      ? [
          {
            what: "What goes on forever does not run backwards, and its cues are told in the first round only.",
            cure: "Hand off the cues as well to have them all.",
          },
        ]
      : []),
    ...(shakes.length > 0
      ? [
          {
            what: "Shakes are not calmed for people who prefer reduced motion: they see the last pose.",
            cure: "Hand off CSS to have them calmed.",
          },
        ]
      : []),
  ];
}

/** An ES module on the Web Animations API, which asks for nothing else. */
export const moduleFormat: HandoffFormat = {
  id: "module",
  label: "Module",
  note: "Web Animations, typed",
  group: "For the web",
  options: [],
  extension: () => "js",
  mime: "text/javascript",
  choosesFigures: () => true,
  write: (study, _, { figures, selectors }) => {
    const css = handoffCss(study, { figures, selectors });
    return { text: moduleText(study, css), selectorOf: css.selectorOf, weight: css.weight };
  },
  limits: moduleLimits,
  stage: (study, _, { fonts }) => {
    const css = handoffCss(study);
    const script = scriptText(moduleText(study, css).replace(/^export /gm, ""));
    return scenePage(study, {
      css: "",
      fonts,
      body: `<div data-scene>\n${figureMarkup(study, css.classOf)}\n</div>\n<script>{\n${script}\nplay(document, { reduced: false });\n}</script>`,
    });
  },
};
