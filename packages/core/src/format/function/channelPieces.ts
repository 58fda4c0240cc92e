import type { Motion } from "../../motion/index.ts";
import { loopsOf } from "../../motion/index.ts";
import { CHANNELS, type ChannelId } from "../../study/index.ts";
import { freezeMarks, marksOf } from "../css/bake.ts";
import { roundsOf } from "../css/cssBaked.ts";
import { isMoved, isShaken } from "../css/moved.ts";
import { shakeLoops, shakeMarks } from "../css/shaken.ts";
import { type Piece, piecesOf } from "./pieces.ts";

/** A channel of a figure, and where its number is in a pose buffer. */
export interface Column {
  readonly figure: number;
  readonly channel: ChannelId;
  /** `x`, or `color.red`. */
  readonly name: string;
  readonly slot: number;
}

const COLOR_PARTS = ["red", "green", "blue", "alpha"] as const;

/** The numbers of a pose, of the figures that leave: those of channels that move, or of all. */
export function columnsOf(
  motion: Motion,
  leaves: (figureId: string) => boolean,
  all: boolean,
): readonly Column[] {
  return motion.study.figures.flatMap((figure, i) => {
    if (!leaves(figure.id)) return [];
    return CHANNELS.flatMap(({ id, kind }): Column[] => {
      const slot = motion.slot(i, id);
      if (!all && !isMoved(motion, i, id)) return [];
      if (kind !== "color") return [{ figure: i, channel: id, name: id, slot }];
      return COLOR_PARTS.map((part, c) => ({
        ...{ figure: i, channel: id, name: `${id}.${part}`, slot: slot + c },
      }));
    });
  });
}

/** A number of a pose over time. */
export interface ChannelPieces {
  readonly column: Column;
  /** Before it begins. */
  readonly before: number;
  /** From 0 ms on, with nothing between. */
  readonly pieces: readonly Piece[];
  /** From the last piece on it goes back by this much time again and again, ms; 0 for one that ends. */
  readonly repeats: number;
}

/** The shortest piece, ms: a billionth of a second. */
const LEAST = 1e-6;
/** Rates of rates are differences of near values: this far apart, ms, what differs is noise. */
const NOISE = 2 ** -24;
/** No follower is taken more exactly than this. */
const FOLLOWED = 1e-7;

/** Every number of a pose over time as polynomials within a tolerance, in its unit. */
export function channelPieces(
  motion: Motion,
  columns: readonly Column[],
  tolerance: number,
): readonly ChannelPieces[] {
  const color = new Float64Array(4);
  return columns.map((column) => {
    const { figure, channel, slot } = column;
    const part = slot - motion.slot(figure, channel);
    const read = (t: number): number =>
      channel === "color"
        ? (motion.colorAt(figure, t, color)[part] as number)
        : motion.valueAt(figure, channel, t);
    const follows = motion.followers.some((each) => each.slot === motion.slot(figure, channel));
    const noise = follows ? NOISE : undefined;
    const exact = follows ? Math.max(tolerance, FOLLOWED) : tolerance;
    const loops = loopsOf(motion, figure, motion.slot(figure, channel));
    if (isShaken(motion, figure, channel)) loops.push(...shakeLoops(motion, figure));
    const rounds = roundsOf(motion, loops);
    const pieces = rounds.flatMap(({ from, to }) => {
      // A turn of the whole scene moves a figure along x as far as it stands from the middle along y.
      const beside: readonly ChannelId[] =
        channel === "x" || channel === "y"
          ? ["x", "y", "width", "height", "pivotX", "pivotY"]
          : [channel];
      const marks = beside.flatMap((id) => marksOf(motion, figure, id, from, to));
      const shaken = isShaken(motion, figure, channel) ? shakeMarks(motion, figure, from, to) : [];
      return piecesOf(
        read,
        from,
        to,
        [...marks, ...shaken, ...freezeMarks(motion)],
        exact,
        LEAST,
        noise,
      );
    });
    const loop = rounds.find(({ repeats }) => repeats);
    return {
      ...{ column, pieces, before: read(Number.NEGATIVE_INFINITY) },
      repeats: loop ? loop.to - loop.from : 0,
    };
  });
}
