import { answers } from "../live/answers.ts";
import type { HandoffFormat } from "./handoffFormat.ts";

/** The take that presses, moves and scrolls everything once; made up, not recorded. */
const EVERYTHING_ONCE = "trial";

/** Poses, responses and levers as a module that answers on a page. */
export const liveFormat: HandoffFormat = {
  id: "live",
  label: "Live module",
  note: "answers to pointer, keys and scroll",
  group: "For the web",
  options: [
    {
      type: "choice",
      id: "file",
      label: "As",
      choices: [
        { value: "module", text: "a module" },
        { value: "page", text: "a page to press" },
      ],
      initial: "module",
    },
    {
      type: "choice",
      id: "take",
      label: "Proven by the take",
      choices: [{ value: EVERYTHING_ONCE, text: "everything once" }],
      more: ({ live }) => live?.takes.map(({ id, name }) => ({ value: id, text: name })) ?? [],
      initial: EVERYTHING_ONCE,
      initialOf: ({ live }) => live?.takes[0]?.id ?? EVERYTHING_ONCE,
    },
  ],
  extension: ({ file }) => (file === "page" ? "html" : "js"),
  mime: "text/javascript",
  // A page to press is whole.
  choosesFigures: ({ file }) => (file === "page" ? undefined : "selected"),
  suits: answers,
  run: {
    isNeeded: () => true,
    load: () => import("./liveRun.ts").then(({ liveRun }) => liveRun),
  },
  hasStage: true,
  load: () => import("./liveWriter.ts").then(({ liveWriter }) => liveWriter),
};
