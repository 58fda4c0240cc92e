import { stillTime } from "../../motion/index.ts";
import { handoffContext } from "../context.ts";
import type { HandoffFormat } from "./handoffFormat.ts";
import { BACKGROUND_OPTION } from "./pictureFormats.ts";

/** One moment as an SVG that stands still, or as PNG. */
export const stillFormat: HandoffFormat = {
  id: "still",
  label: "Still",
  note: "one moment, SVG or PNG",
  group: "Pictures",
  options: [
    {
      type: "choice",
      id: "as",
      label: "As",
      choices: [
        { value: "svg", text: "SVG" },
        { value: "png", text: "PNG" },
      ],
      initial: "svg",
    },
    {
      type: "number",
      id: "time",
      label: "Moment",
      min: 0,
      max: 600_000,
      unit: "ms",
      initial: (study) => Math.round(stillTime(handoffContext(study).motion)),
    },
    {
      type: "number",
      id: "scale",
      label: "Scale",
      min: 0.1,
      max: 8,
      unit: "×",
      initial: () => 1,
      applies: ({ as }) => as === "png",
    },
    BACKGROUND_OPTION,
  ],
  extension: ({ as }) => (as === "png" ? "png" : "svg"),
  mime: "image/svg+xml",
  choosesFigures: () => "drawn",
  picture: ({ scene }, { as, time, scale, background }) =>
    as === "png"
      ? {
          ...{ as: "png", times: [Number(time)], delays: [0], loops: 1 },
          width: Math.max(1, Math.round(scene.width * Number(scale ?? 1))),
          height: Math.max(1, Math.round(scene.height * Number(scale ?? 1))),
          background: background !== "none",
        }
      : undefined,
  load: () => import("./stillWriter.ts").then(({ stillWriter }) => stillWriter),
};
