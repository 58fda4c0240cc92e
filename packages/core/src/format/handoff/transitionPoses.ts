import { studyBetweenPoses } from "../../live/index.ts";
import { REST_POSE, type Study } from "../../study/index.ts";
import type { HandoffSettings } from "./handoffFormat.ts";

/** The pose that a study begins with, where none that was kept is chosen. */
export const FIRST = "first";

/** The pose that it ends with. */
export const LAST = "last";

/** The study between the two poses that were chosen: its own motion, or the way to a pose that was kept. */
export function played(study: Study, settings: HandoffSettings): Study {
  const { from, to } = settings;
  const isOwn = (from ?? FIRST) === FIRST && (to ?? LAST) === LAST;
  if (isOwn && study.sequence.length > 0) return study;
  return studyBetweenPoses(study, ...ends(study, settings));
}

/** The two poses that were chosen. */
export function ends({ live }: Study, { from, to }: HandoffSettings): [string, string] {
  const first = from === undefined || from === FIRST ? REST_POSE : String(from);
  const last = to === undefined || to === LAST ? (live?.poses[0]?.id ?? REST_POSE) : String(to);
  return [first, last];
}
