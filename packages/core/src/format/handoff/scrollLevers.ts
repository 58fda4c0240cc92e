import { studyAlongLever } from "../../live/index.ts";
import { findLever, type Lever, type Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import type {
  HandoffFormat,
  HandoffOption,
  HandoffSettings,
  HandoffWriter,
} from "./handoffFormat.ts";

const SEQUENCE = "sequence";

const scrollLevers = ({ live }: Study): readonly Lever[] =>
  live?.levers.filter(({ of }) => of.kind === "scroll") ?? [];

/** What is played: the sequence, or what follows the scroll position. */
const PLAYS: HandoffOption = {
  type: "choice",
  id: "plays",
  label: "Plays",
  choices: [{ value: SEQUENCE, text: "the sequence" }],
  more: (study) => scrollLevers(study).map(({ id, name }) => ({ value: id, text: `with ${name}` })),
  initial: SEQUENCE,
  initialOf: (study) =>
    study.sequence.length === 0 ? (scrollLevers(study)[0]?.id ?? SEQUENCE) : SEQUENCE,
};

const leverOf = (study: Study, { plays }: HandoffSettings): Lever | undefined =>
  plays === undefined || plays === SEQUENCE ? undefined : findLever(study, String(plays));

function played(study: Study, settings: HandoffSettings): Study {
  const lever = leverOf(study, settings);
  if (!lever) return study;
  return handoffContext(study).once(`along ${lever.id}`, () => studyAlongLever(study, lever.id));
}

/** With a lever nothing else begins it. */
const begun = (study: Study, settings: HandoffSettings): HandoffSettings =>
  leverOf(study, settings) ? { ...settings, begins: "scroll" } : settings;

const isFree = ({ plays }: HandoffSettings) => plays === undefined || plays === SEQUENCE;

/** A format of CSS in which what follows the scroll position can be played by it, in place of the sequence. */
export function withScrollLevers(format: HandoffFormat): HandoffFormat {
  return {
    ...format,
    played,
    options: [
      PLAYS,
      ...format.options.map(
        (option): HandoffOption =>
          option.id === "begins" || option.id === "on"
            ? {
                ...option,
                applies: (settings) => isFree(settings) && (option.applies?.(settings) ?? true),
              }
            : option,
      ),
    ],
  };
}

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
