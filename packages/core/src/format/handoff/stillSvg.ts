import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { ruleText } from "../css/cssRule.ts";
import { poseRules } from "../css/poseCss.ts";
import { drawnOf } from "../drawn.ts";
import { handoffNames } from "../names.ts";
import { figureMarkup, inScene, svgPage } from "./figureMarkup.ts";
import type { HandoffParts } from "./handoffFormat.ts";

/**
 * Writes a study at moments as an SVG that stands still: at one, or at several below each other, which a browser draws
 * faster and in less memory than as many SVGs, each with its fonts.
 */
export function stillSvg(
  study: Study,
  {
    fonts,
    background = true,
    figures,
  }: Pick<HandoffParts, "fonts" | "figures"> & { readonly background?: boolean },
): (...times: readonly number[]) => string {
  const { classOf } = handoffNames(study);
  const selectorOf = Object.fromEntries(
    Object.entries(classOf).map(([id, name]) => [id, `.${name}`]),
  );
  const motion = handoffContext(study).motion;
  const drawn = drawnOf(study, figures);
  const body = figureMarkup(study, classOf, { drawn });
  const scene = background ? study : { ...study, scene: { ...study.scene, background: "none" } };
  return (...times) => {
    const css = times.flatMap((time, i) =>
      poseRules(motion, time, selectorOf, drawn.isThere).map((rule) =>
        ruleText(times.length > 1 ? { ...rule, selector: inScene(i) + rule.selector } : rule),
      ),
    );
    return svgPage(scene, { css: css.join("\n"), fonts, bodies: times.map(() => body) });
  };
}
