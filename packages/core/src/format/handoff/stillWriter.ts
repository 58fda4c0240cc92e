import { handoffNames } from "../names.ts";
import { HTML_IN_SVG } from "./engineLimits.ts";
import type { HandoffWriter } from "./handoffFormat.ts";
import { stillSvg } from "./stillSvg.ts";

export const stillWriter: HandoffWriter = {
  write: (study, { time, background }, { fonts, figures }) => {
    const { classOf } = handoffNames(study);
    const selectorOf = Object.fromEntries(
      Object.entries(classOf).map(([id, name]) => [id, `.${name}`]),
    );
    const svgAt = stillSvg(study, { fonts, figures, background: background !== "none" });
    return { text: svgAt(Number(time)), selectorOf };
  },
  limits: (_, { as }) =>
    as === "png" ? [] : [{ ...HTML_IN_SVG, cure: "Send it as PNG for those." }],
};
