import { cuesJs } from "../cues/cuesJs.ts";
import type { HandoffWriter } from "./handoffFormat.ts";

export const cuesWriter: HandoffWriter = {
  write: (study) => ({ text: cuesJs(study) }),
};
