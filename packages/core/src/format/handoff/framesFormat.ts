import type { HandoffFormat, HandoffOption } from "./handoffFormat.ts";

/** Which channels leave. */
export const CHANNELS_OPTION: HandoffOption = {
  type: "choice",
  id: "channels",
  label: "Channels",
  choices: [
    { value: "moving", text: "that move" },
    { value: "all", text: "all" },
  ],
  initial: "moving",
};

/** A table with a row for each frame and a column for each channel, numbers in full. */
export const framesFormat: HandoffFormat = {
  id: "frames",
  label: "Frames",
  note: "a row per frame, CSV or JSON",
  group: "For any code",
  options: [
    {
      type: "choice",
      id: "as",
      label: "As",
      choices: [
        { value: "csv", text: "CSV" },
        { value: "json", text: "JSON" },
      ],
      initial: "csv",
    },
    {
      type: "number",
      id: "rate",
      label: "Frames a second",
      min: 1,
      max: 1000,
      unit: "fps",
      initial: ({ scene }) => scene.frameRate,
    },
    CHANNELS_OPTION,
  ],
  extension: ({ as }) => (as === "json" ? "json" : "csv"),
  mime: "text/plain",
  choosesFigures: () => "selected",
  load: () => import("./framesWriter.ts").then(({ framesWriter }) => framesWriter),
};
