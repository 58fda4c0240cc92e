import { MODULE_OPTIONS } from "./cssOptions.ts";
import type { HandoffFormat } from "./handoffFormat.ts";

/** An ES module on the Web Animations API, which asks for nothing else. */
export const moduleFormat: HandoffFormat = {
  id: "module",
  label: "Module",
  note: "Web Animations, typed",
  group: "For the web",
  options: MODULE_OPTIONS,
  extension: () => "js",
  mime: "text/javascript",
  choosesFigures: () => "selected",
  hasStage: true,
  load: () => import("./moduleWriter.ts").then(({ moduleWriter }) => moduleWriter),
};
