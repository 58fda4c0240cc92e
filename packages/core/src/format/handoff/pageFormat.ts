import { handoffCss } from "../css/css.ts";
import { cssLimits, REDUCED, reducedOf } from "./cssFormat.ts";
import { figureMarkup, scenePage } from "./figureMarkup.ts";
import type { HandoffFormat } from "./handoffFormat.ts";

/** Plays all animations again, or slower. They are collected once: those that have ended without a fill are told nowhere. */
const CONTROLS = `<script>
(() => {
  const all = document.getAnimations();
  const replay = () => { for (const each of all) { each.cancel(); each.play(); } };
  const pace = (rate) => { for (const each of all) each.updatePlaybackRate(rate); };
  document.querySelector("[data-replay]").addEventListener("click", replay);
  document.querySelector("[data-pace]").addEventListener("change", (event) => pace(Number(event.target.value)));
})();
</script>`;

const CONTROLS_CSS = `[data-controls] { display: flex; gap: 8px; padding: 10px 12px; font: 14px system-ui, sans-serif; }`;

/** One HTML file that plays by itself and asks nothing of anywhere. */
export const pageFormat: HandoffFormat = {
  id: "page",
  label: "Page",
  note: "one HTML file that plays",
  group: "For the web",
  options: [
    REDUCED,
    {
      type: "choice",
      id: "controls",
      label: "Replay and slow motion",
      choices: [
        { value: "shown", text: "shown" },
        { value: "none", text: "none" },
      ],
      initial: "shown",
    },
  ],
  extension: () => "html",
  mime: "text/html",
  write: (study, { reduced, controls }, { fonts }) => {
    const { text, classOf, selectorOf, weight } = handoffCss(study, {
      reduced: reducedOf(reduced),
    });
    const scene = `<div data-scene>\n${figureMarkup(study, classOf)}\n</div>`;
    const isShown = controls !== "none";
    const body = isShown
      ? `${scene}
<div data-controls><button data-replay>Replay</button> <label>Speed <select data-pace><option value="1">full</option><option value="0.5">half</option><option value="0.25">a quarter</option><option value="0.1">a tenth</option></select></label></div>
${CONTROLS}`
      : scene;
    const css = isShown ? `${CONTROLS_CSS}\n${text}` : text;
    return { text: scenePage(study, { css, fonts, body }), selectorOf, weight };
  },
  limits: cssLimits,
  stage: (_, { text }) => text,
};
