import { CHANNELS, type ChannelDefinition } from "../study/index.ts";
import type { Live } from "./createLive.ts";
import type { Begun, BegunChannel } from "./kernel/logEntry.ts";

/** What is measured of an answer. */
export interface AnswerReadings {
  /** ms until all of it had arrived; null if something came between. */
  readonly arrivedAfter: number | null;
  /** How far a value went past where it was sent, as a share of its way, in the channel that did so most. */
  readonly overshoot: number;
  /** The largest jump in speed; null where nothing was on its way. */
  readonly jump: { readonly channel: LiveSlot; readonly size: number } | null;
  /** ms until something of it could be seen; null if it never could. */
  readonly answeredAfter: number | null;
}

/** A channel of a figure, as its slot in a pose says. */
export interface LiveSlot {
  readonly figure: string;
  readonly channel: ChannelDefinition;
}

const LOOKS = 400;

/** Which channel of which figure a slot of a pose belongs to. */
export function slotOwner({ motion }: Live, slot: number): LiveSlot | undefined {
  const figures = motion.study.figures;
  for (const [index, { id }] of figures.entries()) {
    const first = motion.slot(index, "x");
    const next = index + 1 < figures.length ? motion.slot(index + 1, "x") : motion.slotCount;
    if (slot < first || slot >= next) continue;
    const channel = CHANNELS.findLast((each) => motion.slot(index, each.id) <= slot);
    return channel ? { figure: id, channel } : undefined;
  }
  return undefined;
}

/** Measures an answer that has begun, up to a time that was reached. */
export function readAnswer(live: Live, begun: Begun, until: number): AnswerReadings {
  let overshoot = 0;
  let answeredAfter: number | null = null;
  let arrived = begun.arrives <= until;
  let jump: AnswerReadings["jump"] = null;
  for (const each of begun.channels) {
    const owner = slotOwner(live, each.slot);
    if (!owner) continue;
    const size = Math.abs(each.after - each.before);
    if (each.interrupted && (jump === null || size > jump.size))
      jump = { channel: owner, size: size < 1e-6 * (1 + Math.abs(each.before)) ? 0 : size };
    const [piece, next] = live.pieces(each.slot, begun.time, Number.POSITIVE_INFINITY);
    if (!piece || piece !== each.piece) continue;
    const end = Math.min(piece.end, next?.begin ?? Number.POSITIVE_INFINITY, until);
    if (next && next.begin < piece.end) arrived = false;
    const found = looked(live, each, begun.time, end);
    overshoot = Math.max(overshoot, found.overshoot);
    if (found.seen !== null)
      answeredAfter = Math.min(answeredAfter ?? Number.POSITIVE_INFINITY, found.seen - begun.time);
  }
  return {
    arrivedAfter: arrived && begun.channels.length > 0 ? begun.arrives - begun.time : null,
    ...{ overshoot, jump, answeredAfter },
  };
}

/** How far one channel went past its target, and when it could first be seen to move. */
function looked(
  live: Live,
  { slot, from, target, count }: BegunChannel,
  begin: number,
  end: number,
): { overshoot: number; seen: number | null } {
  if (count > 1) return { overshoot: 0, seen: null };
  const way = target - from;
  const step = Math.max(Math.abs(way) * 0.002, 1e-9);
  let overshoot = 0;
  let seen: number | null = null;
  for (let look = 1; look <= LOOKS; look++) {
    const time = begin + ((end - begin) * look) / LOOKS;
    const value = live.valueAt(slot, time);
    if (way !== 0) overshoot = Math.max(overshoot, (value - target) / way);
    if (seen === null && Math.abs(value - from) > step) seen = time;
  }
  return { overshoot, seen };
}
