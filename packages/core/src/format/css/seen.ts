import { isBackShown, loopsOf, type Motion } from "../../motion/index.ts";
import type { ChannelId } from "../../study/index.ts";
import type { HandoffNames } from "../names.ts";
import { marksOf, sample, thinned } from "./bake.ts";
import { type CssAnimation, heldAtEnd, PLACE_GAP } from "./cssAnimation.ts";
import { type Round, roundsOf, runOf } from "./cssBaked.ts";
import { isDriven } from "./moved.ts";

/** Whether something is seen from a time on, ms of the study. */
export interface SeenStop {
  readonly time: number;
  readonly seen: boolean;
}

/** Whether a figure, or a face of it, is seen over time. */
export interface SeenOverTime {
  /** Whether it shows itself before everything, apart from what it stands in. */
  readonly initial: boolean;
  /** Whether a card that turns over has a say in it. */
  readonly isTurned: boolean;
  /** Absent where it never changes by itself, so that it follows what it stands in. */
  readonly rounds?: readonly { readonly round: Round; readonly stops: readonly SeenStop[] }[];
}

const TURNS: readonly ChannelId[] = ["turnX", "turnY"];

/**
 * Whether a figure is seen over time, or one of its faces: itself, and everything it stands in. Values that change say
 * all of that: neither SMIL nor every browser follows, in an animated value, what changes around an element.
 */
export function seenOverTime(motion: Motion, index: number, side?: "front" | "back"): SeenOverTime {
  const { figures } = motion.study;
  const isBackAt = (i: number, t: number) =>
    isBackShown(motion.valueAt(i, "turnX", t), motion.valueAt(i, "turnY", t));
  const isOnAt = (i: number, t: number) => motion.valueAt(i, "visible", t) >= 0.5;
  /** What it depends on: switches, and turns of cards with two faces, each by figure. */
  const needed: { readonly index: number; readonly channels: readonly ChannelId[] }[] = [];
  const tests: ((t: number) => boolean)[] = [];
  const need = (i: number, channels: readonly ChannelId[], test: (t: number) => boolean) => {
    needed.push({ index: i, channels });
    tests.push(test);
  };
  if (side) need(index, TURNS, (t) => isBackAt(index, t) === (side === "back"));
  for (let at = index; at >= 0; ) {
    const own = at;
    need(own, ["visible"], (t) => isOnAt(own, t));
    const parent = figures[own]?.parent ?? null;
    if (parent === null) break;
    const above = motion.figureIndex(parent);
    at = above;
    if (figures[above]?.look.back) need(above, TURNS, (t) => !isBackAt(above, t));
  }
  const isMoved = ({ index: i, channels }: (typeof needed)[number]) =>
    channels.some((id) => isDriven(motion, i, id));
  const [first] = needed;
  const initial = tests[0]?.(Number.NEGATIVE_INFINITY) ?? true;
  if (!first || !isMoved(first)) return { initial, isTurned: false };
  const moving = needed.filter(isMoved);
  const slots = (of: (i: number, id: ChannelId) => number[]) =>
    moving.flatMap(({ index: i, channels }) => channels.flatMap((id) => of(i, id)));
  const read = (t: number, out: number[]) => {
    out[0] = tests.every((test) => test(t)) ? 1 : 0;
  };
  const loops = slots((i, id) => loopsOf(motion, i, motion.slot(i, id)));
  const rounds = roundsOf(motion, loops).map((round) => {
    const marks = slots((i, id) => marksOf(motion, i, id, round.from, round.to));
    const parts = sample({ read, tolerances: [0.5], marks }, round.from, round.to);
    const all = thinned(parts, [0.5]).map(({ time, values }) => ({ time, seen: values[0] === 1 }));
    const stops = all.filter(
      ({ seen }, k) => k === 0 || k === all.length - 1 || seen !== all[k - 1]?.seen,
    );
    return { round, stops };
  });
  const isTurned = moving.some(({ channels }) => channels === TURNS);
  return { initial, isTurned, rounds };
}

/** What shows and hides an element, as animations that hold each value. */
export function seenAnimations(
  { rounds = [], isTurned }: SeenOverTime,
  name: string,
  index: number,
  scene: { readonly names: Pick<HandoffNames, "keyframes"> },
): CssAnimation[] {
  return rounds.map(({ round, stops }) => {
    const run = runOf(round, name, "visibility");
    return {
      ...run,
      name: scene.names.keyframes(`${index} ${run.name}`, run.name),
      // What a card that turns has a say in is no fade.
      shows: isTurned ? "face" : "visibility",
      frames: heldAtEnd(
        stops.map(({ time, seen }, i) => {
          const place = ((time - round.from) / (round.to - round.from)) * 100;
          const jumps = stops[i + 1]?.time === time;
          // Not "inherit": browsers keep in an animation what was inherited when it was computed last.
          return { place: jumps ? place - PLACE_GAP : place, value: seen ? "visible" : "hidden" };
        }),
        stops.at(-1)?.seen !== stops.at(-2)?.seen && stops.at(-1)?.time !== stops.at(-2)?.time,
      ),
      timing: "step-end",
    };
  });
}
