import type { Study } from "../study/index.ts";
import { handoffCss } from "./css/css.ts";
import { cuesJs } from "./cues/cuesJs.ts";

/** A format in which a study is handed off. A new format is one file and one line here. */
export interface HandoffFormat {
  readonly id: string;
  readonly label: string;
  readonly extension: string;
  readonly write: (study: Study) => string;
}

/** The formats, in the order they are offered. */
export const HANDOFF_FORMATS: readonly HandoffFormat[] = [
  { id: "css", label: "CSS", extension: "css", write: (study) => handoffCss(study).text },
  { id: "cues", label: "Cues as JavaScript", extension: "js", write: cuesJs },
];
