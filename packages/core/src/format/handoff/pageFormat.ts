import { handoffCss } from "../css/css.ts";
import { PLAYING, viewScript } from "../css/cssBegins.ts";
import { drawnOf } from "../drawn.ts";
import { CSS_OPTIONS, cssLimits, cssOptionsOf } from "./cssOptions.ts";
import { figureMarkup, scenePage } from "./figureMarkup.ts";
import type { HandoffFormat, HandoffSettings } from "./handoffFormat.ts";
import { withScrollLevers } from "./scrollLevers.ts";

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

/** A way to scroll, along which the scene stays where it is. */
export const SCROLL_CSS = `body { min-height: 400vh; }\n[data-scene] { position: sticky !important; top: 0; }`;

/** One HTML file that plays by itself and asks nothing of anywhere. */
export const pageFormat: HandoffFormat = withScrollLevers({
  id: "page",
  label: "Page",
  note: "one HTML file that plays",
  group: "For the web",
  // Here the scene is the page's own, and its selector is known.
  options: [
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
    ...CSS_OPTIONS.filter(({ id }) => id !== "on"),
  ],
  extension: () => "html",
  mime: "text/html",
  choosesFigures: () => "drawn",
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
      : pageFormat.write(study, { ...settings, begins: "load" }, parts).text,
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
