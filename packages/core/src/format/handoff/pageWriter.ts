import { handoffCss } from "../css/css.ts";
import { PLAYING, viewScript } from "../css/cssBegins.ts";
import { drawnOf } from "../drawn.ts";
import { cssLimits, cssOptionsOf } from "./cssSettings.ts";
import { figureMarkup, SCROLL_CSS, scenePage } from "./figureMarkup.ts";
import type { HandoffSettings, HandoffWriter } from "./handoffFormat.ts";
import { alongScrollLevers } from "./scrollRun.ts";

/** Plays all animations again, or slower. They are collected as they begin: those that have ended without a fill are told nowhere. */
const CONTROLS = `<script>
(() => {
  const all = new Set();
  let rate = 1;
  const collect = () => {
    for (const each of document.getAnimations())
      if (!all.has(each)) {
        all.add(each);
        if (rate !== 1) each.updatePlaybackRate(rate);
      }
  };
  collect();
  addEventListener("animationstart", collect);
  const replay = () => { for (const each of all) { each.cancel(); each.play(); } };
  const pace = (next) => { rate = next; for (const each of all) each.updatePlaybackRate(rate); };
  document.querySelector("[data-replay]").addEventListener("click", replay);
  document.querySelector("[data-pace]").addEventListener("change", (event) => pace(Number(event.target.value)));
})();
</script>`;

const CONTROLS_CSS = `[data-controls] { display: flex; gap: 8px; padding: 10px 12px; font: 14px system-ui, sans-serif; }`;

export const pageWriter: HandoffWriter = alongScrollLevers({
  write: (study, settings, { fonts, figures }) => {
    const drawn = drawnOf(study, figures);
    const options = cssOptionsOf({ ...settings, on: "[data-scene]" });
    const { text, classOf, selectorOf, weight } = handoffCss(study, {
      ...options,
      figures: drawn.figures,
    });
    const when = options.begins?.when;
    const script = when === "view" && options.begins ? viewScript(options.begins) : "";
    const body = [
      `<div data-scene>\n${figureMarkup(study, classOf, { drawn })}\n</div>`,
      ...controlsOf(settings, when),
      ...(script ? [`<script>\n${script}\n</script>`] : []),
    ].join("\n");
    const css = [CONTROLS_CSS, ...(when === "scroll" ? [SCROLL_CSS] : []), text].join("\n");
    return { text: scenePage(study, { css, fonts, body }), selectorOf, weight };
  },
  limits: cssLimits,
  stage: (study, { text }, parts, settings) =>
    ["load", undefined].includes(settings.begins as string | undefined)
      ? text
      : pageWriter.write(study, { ...settings, begins: "load" }, parts).text,
});

function controlsOf({ controls }: HandoffSettings, when: string | undefined): string[] {
  if (controls === "none" || when === "scroll") return [];
  const begin =
    when === "class"
      ? `<button onclick="document.querySelector('[data-scene]').classList.toggle('${PLAYING}')">Begin or end</button> `
      : "";
  return [
    `<div data-controls>${begin}<button data-replay>Replay</button> <label>Speed <select data-pace><option value="1">full</option><option value="0.5">half</option><option value="0.25">a quarter</option><option value="0.1">a tenth</option></select></label></div>
${CONTROLS}`,
  ];
}
