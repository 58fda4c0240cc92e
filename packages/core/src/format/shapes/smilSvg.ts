import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { WITHIN } from "../css/cssChoices.ts";
import { figureTolerances } from "../css/cssTolerances.ts";
import type { Drawn } from "../drawn.ts";
import { handoffNames } from "../names.ts";
import { figureShapes } from "./figureShapes.ts";
import { shapesSvg } from "./shapesSvg.ts";
import { animated, animatedColor, animatedSwitch } from "./smilAnimation.ts";

/**
 * A study as one SVG that moves by SMIL alone, for places that strip styles, HTML and scripts. Each channel that moves
 * is sampled. There is no perspective in SVG: what turns toward the eye gets narrower.
 *
 * @param drawn which figures
 * @param within how far places may be off, px
 * @returns the text, and the selector of each figure's element by figure id
 */
export function smilSvg(
  study: Study,
  drawn: Drawn,
  within = WITHIN,
): { readonly text: string; readonly selectorOf: Readonly<Record<string, string>> } {
  const motion = handoffContext(study).motion;
  const names = handoffNames(study);
  const toleranceOf = figureTolerances(motion, within / WITHIN);
  const body = figureShapes(study, drawn, names, {
    attribute: (index, what) => animated(motion, index, what, toleranceOf(index, what.like)),
    color: (index) => animatedColor(motion, index, toleranceOf(index, "color")),
    shown: (index, side) => animatedSwitch(motion, index, side),
  });
  const selectorOf = Object.fromEntries(
    study.figures.map(({ id }, i) => [id, `#${names.classes[i]}`]),
  );
  return { text: shapesSvg(study, body), selectorOf };
}
