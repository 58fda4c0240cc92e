import type { Motion } from "../../motion/index.ts";
import { type ChannelId, channelOf, type Figure } from "../../study/index.ts";
import { CSS_PROPERTIES } from "./cssProperties.ts";
import { isMoved } from "./moved.ts";

/** What all properties of a figure, and of those it stands in, may be off together on the screen, px. */
const TOGETHER = 0.085;
/** The moments at which figures are looked at to see how large they get. */
const LOOKS = 60;

/** The channels whose differences are seen as places, those of one property together. */
const PLACED: readonly (readonly ChannelId[])[] = CSS_PROPERTIES.map(({ channels }) =>
  channels.filter((id) => channelOf(id).css.movesCorners),
).filter((channels) => channels.length > 0);

/**
 * The tolerance of each channel of a figure, in the channel's unit: what its farthest corner, and those of the
 * figures inside of it, may be off together. A large figure has to turn more exactly than a small one, and one of which
 * nothing but the place moves may use up all that is allowed for it.
 *
 * @param share multiplied with all of them
 */
export function figureTolerances(
  motion: Motion,
  share: number,
): (index: number, id: ChannelId) => number {
  const { figures } = motion.study;
  const largest = largestOf(motion);
  const parts = new Map<string, { readonly reach: number; readonly px: number }>();
  const visit = (figure: Figure, above: number, scale: number): { reach: number; most: number } => {
    const i = motion.figureIndex(figure.id);
    const moving = PLACED.filter((ids) => ids.some((id) => isMoved(motion, i, id)));
    const own = above + moving.length;
    const { scale: bigger, reach: size } = largest[i] as { scale: number; reach: number };
    let reach = size;
    let most = own;
    for (const child of figures.filter(({ parent }) => parent === figure.id)) {
      const inside = visit(child, own, scale * bigger);
      const { away } = largest[motion.figureIndex(child.id)] as { away: number };
      reach = Math.max(reach, away + inside.reach);
      most = Math.max(most, inside.most);
    }
    // Of several that add up it is unlikely that all are at their worst at once.
    const px = TOGETHER / Math.max(most, 1) ** 0.8 / scale;
    parts.set(figure.id, { reach: Math.max(reach * bigger, 1), px });
    return { reach: reach * bigger, most };
  };
  for (const figure of figures.filter(({ parent }) => parent === null)) visit(figure, 0, 1);
  return (index, id) => {
    const { reach, px } = parts.get(figures[index]?.id ?? "") ?? { reach: 100, px: TOGETHER };
    const { css, unit } = channelOf(id);
    // A difference of a channel moves corners by itself, or by as much as they are away.
    const alone = unit === "px" ? px : (px / reach) * PER_REACH[unit];
    const most = css.tolerance ?? Number.POSITIVE_INFINITY;
    return (css.movesCorners ? Math.min(most, alone) : most) * share;
  };
}

/** What moves a corner by its distance: an angle of one radian, a factor of 1, a share of 100 %. */
const PER_REACH = { "°": 180 / Math.PI, "": 1, "%": 100 } as const;

/** How large figures get, how far they come from where they stand in, and how much they enlarge what is in them. */
function largestOf(motion: Motion): { reach: number; away: number; scale: number }[] {
  const pose = new Float64Array(motion.slotCount);
  const found = motion.study.figures.map(() => ({ reach: 0, away: 0, scale: 1 }));
  for (let look = 0; look <= LOOKS; look++) {
    motion.at((motion.duration * look) / LOOKS, pose);
    for (const [i, most] of found.entries()) {
      const read = (id: ChannelId) => Math.abs(pose[motion.slot(i, id)] as number);
      most.reach = Math.max(most.reach, Math.hypot(read("width"), read("height")));
      most.away = Math.max(most.away, Math.hypot(read("x"), read("y")));
      // What turns toward the eye comes nearer to it.
      const nearer = read("turnX") > 0 || read("turnY") > 0 ? NEARER : 1;
      most.scale = Math.max(most.scale, nearer * Math.max(read("scaleX"), read("scaleY")));
    }
  }
  return found;
}

/** How much perspective enlarges what is turned, about. */
const NEARER = 1.4;
