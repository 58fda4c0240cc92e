import { posesOf } from "../../live/index.ts";
import { REST_POSE, type Study } from "../../study/index.ts";
import { PLAYING } from "../css/cssBegins.ts";
import { ON_OPTION, REDUCED_OPTION, WITHIN_OPTION } from "./cssOptions.ts";
import type { HandoffFormat } from "./handoffFormat.ts";
import { FIRST, isOwnMotion, LAST } from "./transitionPoses.ts";

/** The poses that were kept for Live; without any there is nothing to choose. */
const kept = (study: Study) =>
  study.live?.poses.length ? posesOf(study).map(({ id, name }) => ({ value: id, text: name })) : [];

/** Whether a study answers, and keeps poses to go between. */
const goesBetweenPoses = ({ live }: Study): boolean =>
  live !== undefined && live.poses.length > 0 && live.responses.length > 0;

/** The first pose and the last, or two that were kept, and CSS transitions between them. */
export const transitionFormat: HandoffFormat = {
  id: "transition",
  label: "Transition",
  note: "two poses, on hover and the like",
  group: "For the web",
  options: [
    {
      type: "choice",
      id: "when",
      label: "Goes while it is",
      choices: [
        { value: "hover", text: "hovered" },
        { value: "press", text: "pressed" },
        { value: "focus", text: "focused" },
        { value: "class", text: PLAYING },
      ],
      initial: "hover",
    },
    {
      type: "choice",
      id: "from",
      label: "From",
      choices: [{ value: FIRST, text: "how it begins" }],
      more: kept,
      initial: FIRST,
      // A study that answers goes between its own poses.
      initialOf: (study) => (goesBetweenPoses(study) ? REST_POSE : FIRST),
    },
    {
      type: "choice",
      id: "to",
      label: "To",
      choices: [{ value: LAST, text: "how it ends" }],
      more: kept,
      initial: LAST,
      initialOf: (study) => (goesBetweenPoses(study) ? (study.live?.poses[0]?.id ?? LAST) : LAST),
    },
    ON_OPTION,
    WITHIN_OPTION,
    {
      ...REDUCED_OPTION,
      choices: [
        { value: "as-it-is", text: "as it is" },
        { value: "end", text: "the other pose at once" },
        { value: "rest", text: "stays as it begins" },
        { value: "fade", text: "fades only" },
      ],
      initial: "end",
    },
  ],
  extension: () => "css",
  mime: "text/css",
  choosesFigures: () => "selected",
  run: {
    isNeeded: (study, settings) => !isOwnMotion(study, settings),
    load: () => import("./transitionRun.ts").then(({ transitionRun }) => transitionRun),
  },
  hasStage: true,
  load: () => import("./transitionWriter.ts").then(({ transitionWriter }) => transitionWriter),
};
