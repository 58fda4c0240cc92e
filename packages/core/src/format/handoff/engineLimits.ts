import type { Motion } from "../../motion/index.ts";
import { type ChannelId, channelOf, restValue } from "../../study/index.ts";
import type { HandoffLimit } from "./handoffFormat.ts";

const SIZES: readonly ChannelId[] = ["width", "height"];
const TURNS: readonly ChannelId[] = ["rotate", "scaleX", "scaleY", "skew", "turnX", "turnY"];

/**
 * What one engine does not do as exactly as others, as measured in them (`npm run test:all`). WebKit takes a pivot in
 * percent from the size in whole px: what changes its size while it is turned or scaled about such a pivot is a part of
 * a px off, more where it is enlarged.
 */
export function engineLimits(motion: Motion): readonly HandoffLimit[] {
  const names = motion.study.figures
    .filter((figure, index) => {
      const { pivot } = figure;
      const drives = (channel: ChannelId) => motion.drivenAt(index, channel) !== undefined;
      const turns = (channel: ChannelId) =>
        drives(channel) || restValue(figure, channel) !== channelOf(channel).initial;
      const isAtCorner = pivot.x === 0 && pivot.y === 0 && !drives("pivotX") && !drives("pivotY");
      return !isAtCorner && SIZES.some(drives) && TURNS.some(turns);
    })
    .map(({ name }) => name);
  if (names.length === 0) return [];
  const [first, ...others] = names;
  const who = others.length === 0 ? first : `${first} and ${others.length} more`;
  return [
    {
      what: `WebKit rounds sizes before it turns or scales about a pivot: ${who} can be about a px off there.`,
      cure: "Scale it instead of changing its width and height, or put its pivot at the left top.",
    },
  ];
}

/** What SMIL's clocks leave out: Firefox seeks it in whole milliseconds. */
export const SMIL_CLOCK: HandoffLimit = {
  what: "Firefox counts SMIL's time in whole milliseconds: what is fast is there up to 1 ms early or late.",
  cure: "Have it move by CSS where styles are kept.",
};
