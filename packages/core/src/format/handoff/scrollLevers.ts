import type { Lever, Study } from "../../study/index.ts";
import type { HandoffFormat, HandoffOption, HandoffSettings } from "./handoffFormat.ts";
import { leverOf, SEQUENCE } from "./leverOf.ts";

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

const isFree = ({ plays }: HandoffSettings) => plays === undefined || plays === SEQUENCE;

/** A format of CSS in which what follows the scroll position can be played by it, in place of the sequence. */
export function withScrollLevers(format: HandoffFormat): HandoffFormat {
  return {
    ...format,
    run: {
      isNeeded: (study, settings) => leverOf(study, settings) !== undefined,
      load: () => import("./scrollRun.ts").then(({ scrollRun }) => scrollRun),
    },
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
