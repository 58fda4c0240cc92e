import { loopsOf, type Motion } from "../../motion/index.ts";
import { channelOf, clampShown } from "../../study/index.ts";
import { roundTo } from "../../value/index.ts";
import { marksOf, sample, thinned } from "../css/bake.ts";
import { decimalsFor, type Round, roundsOf } from "../css/cssBaked.ts";
import { isMoved, isShaken } from "../css/moved.ts";
import { seenOverTime } from "../css/seen.ts";
import { shakeLoops, shakeMarks } from "../css/shaken.ts";
import type { Animatable, Animated } from "./figureShapes.ts";

/**
 * An attribute of a figure's element over time, as SMIL: one animation up to the end of everything that ends, and one
 * without end of what repeats after it. Sampled in straight pieces, since SMIL's own curves are cubic-beziers only.
 *
 * @param tolerance how far each number may be off
 */
export function animated(
  motion: Motion,
  index: number,
  what: Animatable,
  tolerance: number,
): Animated {
  const { channels, values } = what;
  const read = (t: number, out: number[]) => {
    const found = channels.map((id) => clampShown(channelOf(id), motion.valueAt(index, id, t)));
    values(found).forEach((value, i) => {
      out[i] = value;
    });
  };
  const first: number[] = [];
  read(Number.NEGATIVE_INFINITY, first);
  const decimals = decimalsFor(tolerance);
  const write = (values: readonly number[]) =>
    values.map((value) => String(roundTo(value, decimals))).join(" ");
  const initial = write(first);
  if (!channels.some((id) => isMoved(motion, index, id))) return { initial, elements: "" };
  const shaken = channels.some((id) => isShaken(motion, index, id));
  const loops = channels.flatMap((id) => loopsOf(motion, index, motion.slot(index, id)));
  if (shaken) loops.push(...shakeLoops(motion, index));
  const tolerances = first.map(() => tolerance);
  const elements = roundsOf(motion, loops).map((round) => {
    const { from, to } = round;
    const marks = channels.flatMap((id) => marksOf(motion, index, id, from, to));
    if (shaken) marks.push(...shakeMarks(motion, index, from, to));
    const stops = thinned(sample({ read, tolerances, marks }, from, to), tolerances);
    return animationText(
      what,
      round,
      stops.map((stop) => ({ time: stop.time, text: write(stop.values) })),
    );
  });
  return { initial, elements: elements.join("") };
}

/** A color over time, which is four numbers of the motion and no clamped channel. */
export function animatedColor(motion: Motion, index: number, tolerance: number): Animated {
  const color = new Float64Array(4);
  const read = (t: number, out: number[]) => {
    motion.colorAt(index, t, color);
    for (let c = 0; c < 4; c++) out[c] = color[c] as number;
  };
  const first: number[] = [];
  read(Number.NEGATIVE_INFINITY, first);
  const what = { name: "color" };
  if (!isMoved(motion, index, "color")) return { initial: rgba(first), elements: "" };
  const tolerances = first.map(() => tolerance);
  const elements = roundsOf(motion, loopsOf(motion, index, motion.slot(index, "color"))).map(
    (round) => {
      const marks = marksOf(motion, index, "color", round.from, round.to);
      const parts = sample({ read, tolerances, marks }, round.from, round.to);
      const stops = thinned(parts, tolerances);
      return animationText(
        what,
        round,
        stops.map((stop) => ({ time: stop.time, text: rgba(stop.values) })),
      );
    },
  );
  return { initial: rgba(first), elements: elements.join("") };
}

/**
 * Whether a figure is shown over time, or one of its faces. As a base value "inherit" follows what is around it; SMIL
 * does not follow what is moved by SMIL, so that moving values say it all.
 */
export function animatedSwitch(motion: Motion, index: number, side?: "front" | "back"): Animated {
  const { initial, rounds = [] } = seenOverTime(motion, index, side);
  const elements = rounds.map(({ round, stops }) =>
    animationText(
      { name: "visibility", held: true },
      round,
      stops.map(({ time, seen }) => ({ time, text: seen ? "visible" : "hidden" })),
    ),
  );
  return { initial: initial ? "inherit" : "hidden", elements: elements.join("") };
}

function animationText(
  {
    name,
    isTransform,
    held = false,
  }: Pick<Animatable, "name" | "isTransform"> & {
    /** Values that are held until the next instead of blended. */
    readonly held?: boolean;
  },
  { from, to, repeats }: Round,
  stops: readonly { readonly time: number; readonly text: string }[],
): string {
  const seconds = (ms: number) => `${roundTo(ms / 1000, 6)}s`;
  const [tag, what] = isTransform
    ? ["animateTransform", `attributeName="transform" type="${name}"`]
    : ["animate", `attributeName="${name}"`];
  // What is held needs its stops only where they differ.
  const kept = held ? stops.filter(({ text }, i) => text !== stops[i - 1]?.text) : stops;
  const times = kept.map(({ time }) => String(roundTo((time - from) / (to - from), 7)));
  const texts = kept.map(({ text }) => text);
  if (texts.every((text) => text === texts[0])) {
    texts.splice(1);
    times.splice(1);
  }
  const only = texts.length === 1 && !held;
  return `<${tag} ${what} begin="${seconds(from)}" dur="${seconds(to - from)}" ${
    repeats ? 'repeatCount="indefinite"' : 'fill="freeze"'
  }${held ? ' calcMode="discrete"' : ""} values="${only ? `${texts[0]};${texts[0]}` : texts.join(";")}"${
    only ? "" : ` keyTimes="${times.join(";")}"`
  }/>`;
}

/** sRGB components and alpha, as both CSS and SVG read them. */
function rgba(values: readonly number[]): string {
  const [r, g, b] = values.slice(0, 3).map((part) => roundTo(part * 255, 3));
  return `rgba(${r}, ${g}, ${b}, ${roundTo(values[3] as number, 4)})`;
}
