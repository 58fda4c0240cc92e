import { replay } from "@levitas/core/live";
import type { Motion } from "@levitas/core/motion";
import type { Study, Take } from "@levitas/core/study";

/** What a study shows over the time of a take. */
export function takeShown(study: Study, take: Take): Pick<Motion, "duration" | "at"> {
  const live = replay(study, take);
  return { duration: take.duration, at: (time, out) => live.at(time, out) };
}
