import { channelOf, followsLever } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { cText, functionTables, scriptText } from "../function/functionText.ts";
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
  write: (study, { as, within, channels }, { figures }) => {
    const tables = functionTables(study, {
      leaves: (id) => !figures || figures.has(id),
      all: channels === "all",
      tolerance: Number(within ?? 1e-9),
    });
    return { text: as === "c" ? cText(tables) : scriptText(tables, as === "ts") };
  },
  limits: (study, { as }) => {
    const motion = handoffContext(study).motion;
    const { endless } = motion;
    // The speed of what moves in steps is nothing but jumps, which no polynomial follows.
    const jumping = motion.followers.filter(
      ({ follower: { of, source } }) =>
        of === "speed" &&
        !followsLever(source) &&
        motion
          .drivenAt(motion.figureIndex(source.figure), source.channel)
          ?.layers.some(({ track }) =>
            track.curves.some((_, i) => track.shape(i).kind === "steps"),
          ),
    );
    return [
      ...jumping.map(({ follower: { figure, channel } }) => ({
        what: `${study.figures.find(({ id }) => id === figure)?.name} · ${channelOf(channel).label} follows the speed of what moves in steps: around its jumps it may be off.`,
        cure: "Follow its value, or another curve; --proof says by how much.",
      })),
      ...(as === "c"
        ? [
            {
              what: "Shader languages have single precision and no static arrays everywhere.",
              cure: "Write float for double, and put the numbers where your language keeps them.",
            },
          ]
        : []),
      ...(endless
        ? [
            {
              what: "Endless parts whose rounds meet only after a minute start again then.",
              cure: "Give them lengths that meet sooner.",
            },
          ]
        : []),
    ];
  },
};
