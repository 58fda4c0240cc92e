import { findLever, type Lever, type Study } from "../../study/index.ts";
import type { HandoffSettings } from "./handoffFormat.ts";

/** What a format of CSS plays if no lever is chosen. */
export const SEQUENCE = "sequence";

/** The scroll position that plays it, where one was chosen. */
export const leverOf = (study: Study, { plays }: HandoffSettings): Lever | undefined =>
  plays === undefined || plays === SEQUENCE ? undefined : findLever(study, String(plays));
