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
      what: `WebKit rounds sizes before it turns or scales about a pivot: ${who} can be about a px off there, more if the pivot lies far outside.`,
      cure: "Scale it instead of changing its width and height, or put its pivot at the left top.",
    },
  ];
}

/** What SMIL's clocks leave out: Firefox seeks it in whole milliseconds. */
export const SMIL_CLOCK: HandoffLimit = {
  what: "Firefox counts SMIL's time in whole milliseconds: what is fast is there up to 1 ms early or late.",
  cure: "Have it move by CSS where styles are kept.",
};

/** What drawing programs do with figures that are HTML inside of an SVG. */
export const HTML_IN_SVG: HandoffLimit = {
  what: "Its figures are HTML inside of the SVG (foreignObject): browsers draw them; drawing programs and converters that know SVG alone leave them out.",
  cure: "Have it move by SMIL, which is plain shapes, or send a picture.",
};

/** Turned farther than this, degrees, SMIL's single precision is seen: at 36,000° corners were 1.4 px off, measured. */
const FAR_TURNED = 18_000;
/** How many moments are looked at for how far a figure turns. */
const LOOKED_AT = 240;

/** What of a study turns so far that engines do not keep it exactly in SMIL. */
export function smilTurnLimits(motion: Motion): readonly HandoffLimit[] {
  const pose = new Float64Array(motion.slotCount);
  const farthest = motion.study.figures.map(() => 0);
  for (let i = 0; i <= LOOKED_AT; i++) {
    motion.at((motion.duration * i) / LOOKED_AT, pose);
    farthest.forEach((angle, f) => {
      farthest[f] = Math.max(angle, Math.abs(pose[motion.slot(f, "rotate")] as number));
    });
  }
  const names = motion.study.figures
    .filter((_, f) => (farthest[f] as number) > FAR_TURNED)
    .map(({ name }) => name);
  if (names.length === 0) return [];
  return [
    {
      what: `Engines keep angles of SMIL in single precision: ${names.join(", ")} turns so often that corners can be more than a px off.`,
      cure: "Repeat a shorter turn instead, or have it move by CSS where styles are kept.",
    },
  ];
}
