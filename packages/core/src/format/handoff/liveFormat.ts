import { answers } from "../live/answers.ts";
import type { HandoffFormat } from "./handoffFormat.ts";

const TRIAL = "trial";

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
      choices: [{ value: TRIAL, text: "everything once" }],
      more: ({ live }) => live?.takes.map(({ id, name }) => ({ value: id, text: name })) ?? [],
      initial: TRIAL,
      initialOf: ({ live }) => live?.takes[0]?.id ?? TRIAL,
    },
  ],
  extension: ({ file }) => (file === "page" ? "html" : "js"),
  mime: "text/javascript",
  // A page to press is whole.
  choosesFigures: ({ file }) => (file === "page" ? undefined : "selected"),
  suits: answers,
  run: () => import("./liveRun.ts").then(({ liveRun }) => liveRun),
  hasStage: true,
  load: () => import("./liveWriter.ts").then(({ liveWriter }) => liveWriter),
};
