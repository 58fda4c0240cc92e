import { REST_POSE, type Study } from "../../study/index.ts";
import type { HandoffSettings } from "./handoffFormat.ts";

/** The pose that a study begins with, where none that was kept is chosen. */
export const FIRST = "first";

/** The pose that it ends with. */
export const LAST = "last";

/** Whether it goes from how the study begins to how it ends: then its own motion is what plays. */
export const isOwnMotion = (study: Study, { from, to }: HandoffSettings): boolean =>
  (from ?? FIRST) === FIRST && (to ?? LAST) === LAST && study.sequence.length > 0;

/** The two poses that were chosen. */
export function ends({ live }: Study, { from, to }: HandoffSettings): [string, string] {
  const first = from === undefined || from === FIRST ? REST_POSE : String(from);
  const last = to === undefined || to === LAST ? (live?.poses[0]?.id ?? REST_POSE) : String(to);
  return [first, last];
}
