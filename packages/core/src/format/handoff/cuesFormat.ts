import type { HandoffFormat } from "./handoffFormat.ts";

/** The cues as a JavaScript module: events at their times, and their sounds. */
export const cuesFormat: HandoffFormat = {
  id: "cues",
  label: "Cues",
  note: "events and sounds, JavaScript",
  group: "For the web",
  options: [],
  extension: () => "js",
  mime: "text/javascript",
  load: () => import("./cuesWriter.ts").then(({ cuesWriter }) => cuesWriter),
};
