import { studyAlongLever } from "../../live/index.ts";
import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import type { HandoffRun, HandoffSettings, HandoffWriter } from "./handoffFormat.ts";
import { leverOf } from "./leverOf.ts";

/** What plays: the sequence, or what follows the scroll position, in which time is that position. */
function played(study: Study, settings: HandoffSettings): Study {
  const lever = leverOf(study, settings);
  if (!lever) return study;
  return handoffContext(study).once(`along ${lever.id}`, () => studyAlongLever(study, lever.id));
}

export const scrollRun: HandoffRun = { study: played };

/** With a lever nothing else begins it. */
const begun = (study: Study, settings: HandoffSettings): HandoffSettings =>
  leverOf(study, settings) ? { ...settings, begins: "scroll" } : settings;

/** What writes such a format: the sequence, or what follows the scroll position. */
export function alongScrollLevers({ write, limits, stage }: HandoffWriter): HandoffWriter {
  return {
    write: (study, settings, parts) =>
      write(played(study, settings), begun(study, settings), parts),
    limits: (study, settings) => {
      const lever = leverOf(study, settings);
      const own = limits?.(played(study, settings), begun(study, settings)) ?? [];
      if (!lever?.lag && !lever?.spring) return own;
      return [
        ...own,
        {
          what: `CSS follows the scroll position at once: ${lever.name} has a ${lever.spring ? "spring" : `lag of ${lever.lag} ms`} here.`,
          cure: "Leave it out of the lever to see what leaves.",
        },
      ];
    },
    ...(stage
      ? {
          stage: (study, handoff, parts, settings) =>
            stage(played(study, settings), handoff, parts, begun(study, settings)),
        }
      : {}),
  };
}
