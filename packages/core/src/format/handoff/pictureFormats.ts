import type { HandoffFormat, HandoffOption } from "./handoffFormat.ts";
import { planOf } from "./picturePlan.ts";

/** Whether the scene's background is drawn. */
export const BACKGROUND_OPTION: HandoffOption = {
  type: "choice",
  id: "background",
  label: "Background",
  choices: [
    { value: "scene", text: "the scene's" },
    { value: "none", text: "none" },
  ],
  initial: "scene",
  // Browsers write video without transparency.
  applies: ({ as }) => as !== "webm",
};

const OPTIONS: readonly HandoffOption[] = [
  {
    type: "number",
    id: "rate",
    label: "Frames a second",
    min: 1,
    max: 60,
    unit: "fps",
    initial: () => 30,
  },
  { type: "number", id: "scale", label: "Scale", min: 0.1, max: 4, unit: "×", initial: () => 1 },
  BACKGROUND_OPTION,
];

/** A picture that moves: GIF, APNG or WebM. */
export const pictureFormat: HandoffFormat = {
  id: "picture",
  label: "Picture",
  note: "GIF, APNG or WebM",
  group: "Pictures",
  options: [
    {
      type: "choice",
      id: "as",
      label: "As",
      choices: [
        { value: "gif", text: "GIF" },
        { value: "apng", text: "APNG" },
        { value: "webm", text: "WebM" },
      ],
      initial: "gif",
    },
    ...OPTIONS,
    {
      type: "number",
      id: "loops",
      label: "Plays",
      applies: ({ as }) => as !== "webm",
      min: 0,
      max: 100,
      unit: "times, 0 forever",
      initial: () => 0,
    },
  ],
  extension: ({ as }) => (as === "apng" ? "png" : String(as ?? "gif")),
  mime: "image/gif",
  choosesFigures: () => "drawn",
  picture: (study, settings) =>
    planOf(
      study,
      settings,
      settings.as === "apng" ? "apng" : settings.as === "webm" ? "webm" : "gif",
    ),
  load: () => import("./pictureWriters.ts").then(({ pictureWriter }) => pictureWriter),
};

/** All frames in one PNG, with a map of where each is. */
export const spriteFormat: HandoffFormat = {
  id: "sprite",
  label: "Sprite sheet",
  note: "PNG with a JSON map",
  group: "Pictures",
  options: [
    OPTIONS[0] as HandoffOption,
    {
      type: "number",
      id: "scale",
      label: "Scale",
      min: 0.05,
      max: 2,
      unit: "×",
      initial: ({ scene }) => Math.min(1, Math.round((320 / scene.width) * 100) / 100),
    },
    OPTIONS[2] as HandoffOption,
  ],
  extension: () => "zip",
  mime: "application/zip",
  choosesFigures: () => "drawn",
  picture: (study, settings) => planOf(study, settings, "sprite"),
  load: () => import("./pictureWriters.ts").then(({ spriteWriter }) => spriteWriter),
};
