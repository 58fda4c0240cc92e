import { CSS_OPTIONS } from "./cssOptions.ts";
import type { HandoffFormat, HandoffOption } from "./handoffFormat.ts";
import { withScrollLevers } from "./scrollLevers.ts";

/** Whether figures leave with their look, or only how they move. */
const LEAVES_OPTION: HandoffOption = {
  type: "choice",
  id: "leaves",
  label: "What leaves",
  choices: [
    { value: "scene", text: "figures and motion" },
    { value: "motion", text: "motion only" },
  ],
  initial: "scene",
  // What came from CSS goes back to it.
  initialOf: ({ figures }) => (figures.some(({ css }) => css) ? "motion" : "scene"),
};

/** CSS keyframes, one rule for each figure. */
export const cssFormat: HandoffFormat = withScrollLevers({
  id: "css",
  label: "CSS",
  note: "keyframes and easings",
  group: "For the web",
  options: [LEAVES_OPTION, ...CSS_OPTIONS],
  extension: () => "css",
  mime: "text/css",
  choosesFigures: () => "selected",
  hasStage: true,
  load: () => import("./cssWriter.ts").then(({ cssWriter }) => cssWriter),
});
