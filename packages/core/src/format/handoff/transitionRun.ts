import { studyBetweenPoses } from "../../live/index.ts";
import type { Study } from "../../study/index.ts";
import type { HandoffRun, HandoffSettings } from "./handoffFormat.ts";
import { ends, isOwnMotion } from "./transitionPoses.ts";

/** The study between the two poses that were chosen: its own motion, or the way to a pose that was kept. */
export const studyInTransition = (study: Study, settings: HandoffSettings): Study =>
  isOwnMotion(study, settings) ? study : studyBetweenPoses(study, ...ends(study, settings));

export const transitionRun: HandoffRun = { study: studyInTransition };
