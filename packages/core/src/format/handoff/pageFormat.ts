import { CSS_OPTIONS } from "./cssOptions.ts";
import type { HandoffFormat } from "./handoffFormat.ts";
import { withScrollLevers } from "./scrollLevers.ts";

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
  hasStage: true,
  load: () => import("./pageWriter.ts").then(({ pageWriter }) => pageWriter),
});
