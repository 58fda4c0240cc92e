import { MODULE_OPTIONS } from "./cssOptions.ts";
import type { HandoffFormat } from "./handoffFormat.ts";

/** A component and a hook for React, around the module: React is the person's own. */
export const reactFormat: HandoffFormat = {
  id: "react",
  label: "Component",
  note: "for React, with a hook",
  group: "For the web",
  // The element around all is the component's own.
  options: MODULE_OPTIONS.filter(({ id }) => id !== "on"),
  extension: () => "react.js",
  mime: "text/javascript",
  choosesFigures: () => "drawn",
  hasStage: true,
  load: () => import("./reactWriter.ts").then(({ reactWriter }) => reactWriter),
};
