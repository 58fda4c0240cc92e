import { channelOf, followsLever } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { cText, functionTables, scriptText } from "../function/functionText.ts";
import type { HandoffWriter } from "./handoffFormat.ts";

export const functionWriter: HandoffWriter = {
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
