import { CHANNELS_OPTION } from "./framesFormat.ts";
import type { HandoffFormat } from "./handoffFormat.ts";

/** `poseAt(t)` and each easing as plain functions, for canvas, game loops and shaders. */
export const functionFormat: HandoffFormat = {
  id: "function",
  label: "Functions",
  note: "poseAt(t) and each easing",
  group: "For any code",
  options: [
    {
      type: "choice",
      id: "as",
      label: "As",
      choices: [
        { value: "js", text: "JavaScript" },
        { value: "ts", text: "TypeScript" },
        { value: "c", text: "C" },
      ],
      initial: "js",
    },
    {
      type: "choice",
      id: "within",
      label: "Within",
      choices: [
        { value: "1e-9", text: "a billionth" },
        { value: "0.00001", text: "0.00001" },
        { value: "0.001", text: "0.001" },
        { value: "0.01", text: "0.01" },
      ],
      initial: "1e-9",
    },
    CHANNELS_OPTION,
  ],
  extension: ({ as }) => String(as ?? "js"),
  mime: "text/plain",
  choosesFigures: () => "selected",
  load: () => import("./functionWriter.ts").then(({ functionWriter }) => functionWriter),
};
