import { CSS_OPTIONS, usesCss, WITHIN_OPTION } from "./cssOptions.ts";
import type { HandoffFormat, HandoffOption } from "./handoffFormat.ts";

/** One SVG that moves by itself, also as an image: figures and CSS inside of it, or plain shapes and SMIL. */
export const svgFormat: HandoffFormat = {
  id: "svg",
  label: "SVG",
  note: "that moves by itself",
  group: "Pictures",
  options: [
    {
      type: "choice",
      id: "moves",
      label: "Moves by",
      choices: [
        { value: "css", text: "CSS" },
        { value: "smil", text: "SMIL" },
      ],
      initial: "css",
    },
    // There is nothing around it that could be hovered, scrolled or given a class.
    ...CSS_OPTIONS.filter(({ id }) => id !== "begins" && id !== "on").map(
      (option): HandoffOption =>
        option === WITHIN_OPTION ? option : { ...option, applies: usesCss },
    ),
  ],
  extension: () => "svg",
  mime: "image/svg+xml",
  choosesFigures: () => "drawn",
  hasStage: true,
  load: () => import("./svgWriter.ts").then(({ svgWriter }) => svgWriter),
};
