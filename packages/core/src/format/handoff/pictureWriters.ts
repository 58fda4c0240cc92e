import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import type { HandoffLimit, HandoffSettings, HandoffWriter } from "./handoffFormat.ts";
import { MOST_FRAMES, planOf, sheetOf, spriteMap } from "./picturePlan.ts";

function frameLimits(study: Study, settings: HandoffSettings): HandoffLimit[] {
  const { duration, endless } = handoffContext(study).motion;
  const cut = (duration * Number(settings.rate ?? 30)) / 1000 > MOST_FRAMES;
  return [
    ...(cut
      ? [
          {
            what: `Only the first ${MOST_FRAMES} frames leave.`,
            cure: "Choose fewer frames a second.",
          },
        ]
      : []),
    ...(endless
      ? [
          {
            what: "What repeats forever is there for its first round.",
            cure: "Give it loops that meet at the study's end.",
          },
        ]
      : []),
  ];
}

export const pictureWriter: HandoffWriter = {
  write: () => ({ text: "" }),
  limits: (study, settings) => [
    ...frameLimits(study, settings),
    ...(settings.as === "gif" || settings.as === undefined
      ? [
          {
            what: "A GIF has 256 colors and times in hundredths of a second.",
            cure: "Choose APNG to have every color and time.",
          },
          ...(settings.background === "none"
            ? [
                {
                  what: "What is half transparent becomes whole or nothing in a GIF.",
                  cure: "Choose APNG.",
                },
              ]
            : []),
        ]
      : []),
    ...(settings.as === "webm"
      ? [
          {
            what: "Video is compressed: colors are near, not the same, and it has no sound of cues.",
            cure: "Choose APNG to have every color.",
          },
          ...(settings.background === "none"
            ? [
                {
                  what: "The background stays: browsers write video without transparency.",
                  cure: "Choose APNG.",
                },
              ]
            : []),
        ]
      : []),
  ],
};

export const spriteWriter: HandoffWriter = {
  write: (study, settings) => ({
    text: `${JSON.stringify(spriteMap(planOf(study, settings, "sprite")), null, 1)}\n`,
  }),
  limits: (study, settings) => {
    const { columns, width, height } = sheetOf(planOf(study, settings, "sprite"));
    const isLarge = Math.max(columns * width, height) > 8192;
    return [
      ...frameLimits(study, settings),
      ...(isLarge
        ? [
            {
              what: "The sheet is larger than 8192 px: not every graphics card takes it.",
              cure: "Choose a smaller scale or fewer frames.",
            },
          ]
        : []),
    ];
  },
};
