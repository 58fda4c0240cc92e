import { compileStudy, stillTime } from "../../motion/index.ts";
import { ruleText } from "../css/cssRule.ts";
import { classNames } from "../css/cssText.ts";
import { poseRules } from "../css/poseCss.ts";
import { figureMarkup, svgPage } from "./figureMarkup.ts";
import type { HandoffFormat } from "./handoffFormat.ts";

/** One moment as an SVG that stands still. */
export const stillFormat: HandoffFormat = {
  id: "still",
  label: "Still",
  note: "one moment, SVG",
  group: "Pictures",
  options: [
    {
      type: "number",
      id: "time",
      label: "Moment",
      min: 0,
      max: 600_000,
      unit: "ms",
      initial: (study) => Math.round(stillTime(compileStudy(study))),
    },
  ],
  extension: () => "svg",
  mime: "image/svg+xml",
  write: (study, { time }, { fonts }) => {
    const names = classNames(study.figures.map(({ name }) => name));
    const classOf = Object.fromEntries(study.figures.map(({ id }, i) => [id, names[i] as string]));
    const selectorOf = Object.fromEntries(
      Object.entries(classOf).map(([id, name]) => [id, `.${name}`]),
    );
    const css = poseRules(compileStudy(study), Number(time), selectorOf)
      .map((rule) => ruleText(rule))
      .join("\n");
    return { text: svgPage(study, { css, fonts, body: figureMarkup(study, classOf) }), selectorOf };
  },
};
