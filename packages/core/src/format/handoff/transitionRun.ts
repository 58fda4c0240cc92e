import { studyBetweenPoses } from "../../live/index.ts";
import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import type { HandoffRun, HandoffSettings } from "./handoffFormat.ts";
import { ends, isOwnMotion } from "./transitionPoses.ts";

/** The study between the two poses that were chosen: its own motion, or the way to a pose that was kept. */
export const studyInTransition = (study: Study, settings: HandoffSettings): Study =>
  isOwnMotion(study, settings) ? study : between(study, ...ends(study, settings));

/** Made once: what is written, its limits and its stage then share what that study costs. */
const between = (study: Study, from: string, to: string): Study =>
  handoffContext(study).once(`between ${JSON.stringify([from, to])}`, () =>
    studyBetweenPoses(study, from, to),
  );

export const transitionRun: HandoffRun = { study: studyInTransition };
