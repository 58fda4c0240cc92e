import { takeMotion, trialTake } from "../../live/index.ts";
import type { Study, Take } from "../../study/index.ts";
import { liveFigures } from "../live/pageStudyOf.ts";
import type { HandoffRun, HandoffSettings } from "./handoffFormat.ts";

/** The take that is done on what leaves to prove it. */
export function takeOf(study: Study, { take }: HandoffSettings): Pick<Take, "duration" | "events"> {
  return study.live?.takes.find(({ id }) => id === take) ?? trialTake(study);
}

export const liveRun: HandoffRun = {
  motion: (study, settings) => takeMotion(study, takeOf(study, settings)),
  figures: liveFigures,
};
