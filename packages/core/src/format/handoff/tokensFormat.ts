import type { HandoffFormat } from "./handoffFormat.ts";

/** Durations, easings and transitions in the format of the Design Tokens Community Group, exact curves as extensions. */
export const tokensFormat: HandoffFormat = {
  id: "tokens",
  label: "Tokens",
  note: "durations, easings, transitions",
  group: "For design systems",
  options: [],
  extension: () => "tokens.json",
  mime: "application/json",
  load: () => import("./tokensWriter.ts").then(({ tokensWriter }) => tokensWriter),
};
