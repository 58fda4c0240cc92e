import type { LinearStop } from "../../curve/index.ts";
import { fewestLinks } from "../../fit/index.ts";
import { commonLoop, type Layer, loopsOf, type Motion } from "../../motion/index.ts";
import { type ChannelId, channelOf, clampShown } from "../../study/index.ts";
import type { Iterations } from "../../timeline/index.ts";
import { roundTo } from "../../value/index.ts";
import { type BakedStop, marksOf, sample, thinned } from "./bake.ts";
import { type CssAnimation, type CssFrame, PLACE_GAP, type PropertyCss } from "./cssAnimation.ts";
import { cssNumber } from "./cssNumber.ts";
import { type CssProperty, type CssScene, combine, cssUnit } from "./cssProperties.ts";
import { isShaken } from "./moved.ts";
import { shakeLoops, shakeMarks, turnsShaken } from "./shaken.ts";

/** Whether CSS cannot express what moves a channel, so that it has to be sampled. */
export function needsBaking(motion: Motion, index: number, id: ChannelId): boolean {
  const slot = motion.slot(index, id);
  if (motion.followers.some((each) => each.slot === slot)) return true;
  if (id === "rotate" && turnsShaken(motion, index)) return true;
  const layers = motion.drivenAt(index, id)?.layers ?? [];
  if (coversWhatAdds(layers) || beginsWithJump(layers[0])) return true;
  const timed = layers.filter(({ time }) => time !== undefined);
  if (timed.length === 0) return false;
  return timed.some((layer) => !simpleIterations(layer)) || layers.some(({ relative }) => relative);
}

/** Whether an absolute layer comes after a relative one: in CSS the relative one would still be added. */
function coversWhatAdds(layers: readonly Layer[]): boolean {
  let adds = false;
  for (const [i, layer] of layers.entries()) {
    if (!layer.relative && adds) return true;
    const isSettled = layers.slice(0, i).every(({ time, end }) => !time && end <= layer.start);
    adds ||= layer.relative && !isSettled;
  }
  return false;
}

/** Whether a layer shows before its start and begins with a jump: CSS shows the value after the jump. */
function beginsWithJump(layer: Layer | undefined): boolean {
  if (layer?.fill !== "backwards" && layer?.fill !== "both") return false;
  const { times } = layer.track;
  return times.length > 1 && times[0] === times[1];
}

/**
 * The iterations of a layer as CSS can express them: those of its tween, without pauses, and no other time conversion
 * before them.
 */
export function simpleIterations({ time, tween }: Layer): Iterations | undefined {
  const [play, rest] = time?.links ?? [];
  if (!time?.repeats || tween.clip || time.links.length !== 2 || play?.kind !== "play")
    return undefined;
  if (!play.iterations || play.rate !== 1 || rest?.kind !== "play" || rest.rate !== 1)
    return undefined;
  const { pause, count: iterations, length } = play.iterations;
  return pause === 0 && iterations > 0 && length > 0 ? play.iterations : undefined;
}

/** A property sampled over time in straight pieces: once up to the end of everything that ends, then its loop. */
export function baked(
  motion: Motion,
  index: number,
  property: CssProperty,
  name: string,
  scene: CssScene & { readonly still: Motion },
  /** Whose values they are: another motion at the same times, such as the calm one. */
  shown = motion,
): PropertyCss {
  // A browser that should add to a rotation that is under way adds to something else: it is sampled with its shakes. So is
  // one `transform` with all of them, about whose own middle a rotation beside it would not be.
  const isShown = (id: ChannelId) =>
    property.parts ? isShaken(motion, index, id) : id === "rotate" && turnsShaken(motion, index);
  const withShakes = property.channels.some(isShown);
  const isColor = property.channels[0] === "color";
  const color = new Float64Array(4);
  const readOf = (of: Motion) => (t: number, out: number[]) => {
    if (isColor) {
      of.colorAt(index, t, color);
      for (let c = 0; c < 4; c++) out[c] = color[c] as number;
    } else
      property.channels.forEach((id, c) => {
        const value = clampShown(
          channelOf(id),
          isShown(id) ? of.valueAt(index, id, t) : of.steadyAt(index, id, t),
        );
        out[c] = scene.ownValue?.(index, id, value) ?? value;
      });
  };
  const read = readOf(shown);
  const all = property.channels.map((id) => scene.toleranceOf(index, id));
  const tolerance = Math.min(...all);
  const write = (values: readonly number[], isDeclared = false) =>
    isColor
      ? rgbText(values)
      : valuesText(property, values, decimalsFor(tolerance), scene, isDeclared);
  const tolerances = isColor ? new Array(4).fill(tolerance) : all;
  const loops = property.channels.flatMap((id) => loopsOf(motion, index, motion.slot(index, id)));
  if (withShakes) loops.push(...shakeLoops(motion, index));
  const animations = roundsOf(motion, loops).flatMap((round) => {
    const { from, to } = round;
    const marks = property.channels.flatMap((channel) => marksOf(motion, index, channel, from, to));
    if (withShakes) marks.push(...shakeMarks(motion, index, from, to));
    const parts = sample({ read, tolerances, marks }, from, to);
    const run = runOf(round, `${name}-${property.property}`, property.property);
    // Colors are no numbers that could go along a line.
    if (isColor) return { ...run, frames: framesOf(parts, tolerances, round, write) };
    const line = scene.keyframesOnly ? undefined : alongLine(parts, tolerances, round, write);
    if (line) return { ...run, frames: line };
    if (scene.keyframesOnly || !property.addsUp)
      return { ...run, frames: framesOf(parts, tolerances, round, write) };
    return property.channels.map((id, c) => {
      const rest = property.property === "scale" ? 1 : 0;
      const alone = parts.map((part) =>
        part.map(({ time, values }) => ({ time, values: [values[c] as number] })),
      );
      const frames = alongLine(alone, [tolerance], round, ([value = rest]) =>
        write(property.channels.map((_, k) => (k === c ? value : rest))),
      );
      return {
        ...run,
        name: `${run.name}-${id.toLowerCase()}`,
        frames: frames ?? [],
        ...(c > 0 ? { added: true as const } : {}),
      };
    });
  });
  // Without its animations a figure is as it is at rest, whatever shows before they begin.
  const rest: number[] = [];
  readOf(scene.still)(0, rest);
  return {
    declarations: [`${property.property}: ${write(rest, true)};`],
    registered: [],
    animations,
  };
}

/** What is played once up to the end of everything that ends, and what repeats after it. */
export interface Round {
  readonly from: number;
  readonly to: number;
  readonly repeats: boolean;
}

/** The parts in which something is sampled that repeats with some periods, ms. */
export function roundsOf(motion: Motion, loops: readonly number[]): Round[] {
  // A follower with a lag repeats only after its lag.
  const lags = motion.followers.reduce((sum, { follower }) => sum + (follower.lag ?? 0), 0);
  const end = motion.duration + lags;
  const { length } = commonLoop(loops);
  return [
    { from: 0, to: end, repeats: false },
    { from: end, to: end + length, repeats: true },
  ].filter(({ from, to }) => to > from);
}

/** When an animation of a sampled part runs, and what it is called. */
export function runOf(
  { from, to, repeats }: Round,
  name: string,
  property: string,
): Omit<CssAnimation, "frames"> {
  return {
    name: repeats ? `${name}-loop` : name,
    property,
    duration: to - from,
    delay: from,
    fill: repeats ? "none" : "both",
    iterations: repeats ? Number.POSITIVE_INFINITY : 1,
    direction: "normal",
  };
}

/** Samples as keyframes, each with its values. */
function framesOf(
  parts: readonly (readonly BakedStop[])[],
  tolerances: readonly number[],
  { from, to }: Round,
  write: (values: readonly number[]) => string,
): CssFrame[] {
  const stops = thinned(parts, tolerances);
  return stops.map(({ time, values }, i): CssFrame => {
    const place = ((time - from) / (to - from)) * 100;
    const jumps = stops[i + 1]?.time === time;
    return {
      place: jumps ? place - PLACE_GAP : roundTo(place, 4),
      value: write(values),
    };
  });
}

/**
 * Samples whose values all lie on one line, as two keyframes, at its ends, and a `linear()` with the place on it over
 * time: a few letters for each stop in place of all values. Undefined where they lie on no line.
 */
export function alongLine(
  parts: readonly (readonly BakedStop[])[],
  tolerances: readonly number[],
  { from, to }: Round,
  write: (values: readonly number[]) => string,
): CssFrame[] | undefined {
  const all = parts.flat();
  const main = tolerances.reduce((best, _, c) => (spread(c) > spread(best) ? c : best), 0);
  function spread(c: number): number {
    let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (const { values } of all) {
      low = Math.min(low, values[c] as number);
      high = Math.max(high, values[c] as number);
    }
    return (high - low) / (tolerances[c] as number);
  }
  const by = (a: BakedStop, b: BakedStop) =>
    (b.values[main] as number) < (a.values[main] as number) ? b : a;
  const low = all.reduce(by).values;
  const high = all.reduce((a, b) => (by(a, b) === a ? b : a)).values;
  const way = (high[main] as number) - (low[main] as number);
  const ends = (timing?: string): CssFrame[] => [
    { place: 0, value: write(low), ...(timing ? { timing } : {}) },
    { place: 100, value: write(high) },
  ];
  if (way / (tolerances[main] as number) < 0.25) return ends();
  const timing = linearAlong(parts, tolerances, { from, to }, low, high);
  return timing === undefined ? undefined : ends(timing === "linear" ? undefined : timing);
}

/**
 * The progress from some values to others over time as `linear()`; undefined where they leave the line between them.
 * Places on it may lie beyond its ends.
 */
export function linearAlong(
  parts: readonly (readonly BakedStop[])[],
  tolerances: readonly number[],
  { from, to }: Pick<Round, "from" | "to">,
  low: readonly number[],
  high: readonly number[],
): string | undefined {
  const ways = tolerances.map((_, c) => (high[c] as number) - (low[c] as number));
  const share = (c: number) => Math.abs(ways[c] as number) / (tolerances[c] as number);
  const main = tolerances.reduce((best, _, c) => (share(c) > share(best) ? c : best), 0);
  const way = ways[main] as number;
  if (way === 0) return undefined;
  const placeOf = (values: readonly number[]) =>
    ((values[main] as number) - (low[main] as number)) / way;
  const isOff = parts.flat().some(({ values }) => {
    const place = placeOf(values);
    return tolerances.some(
      (tolerance, c) =>
        Math.abs((values[c] as number) - (low[c] as number) - (ways[c] as number) * place) >
        tolerance * OFF_LINE,
    );
  });
  if (isOff) return undefined;
  const room = Math.min(
    ...tolerances.map((tolerance, c) => tolerance / Math.abs(ways[c] as number)),
  );
  const stops = parts.flatMap((part) => {
    const samples = part.map(({ time, values }) => ({
      at: (time - from) / (to - from),
      value: placeOf(values),
    }));
    return samples.length > 2 ? fewestLinks(samples, room * LINK_ROOM) : samples;
  });
  if (stops.length === 2 && stops[0]?.value === 0 && stops[1]?.value === 1) return "linear";
  const places = decimalsFor(STEP / (to - from));
  return linearText(jumpedAtEnd(stops, 10 ** -places), decimalsFor(room), places);
}

/**
 * Stops of which a jump at the very end comes one resolution of a place earlier: some engines (WebKit) end an animation
 * a rounding before its end, and would never jump.
 */
function jumpedAtEnd(stops: readonly LinearStop[], step: number): readonly LinearStop[] {
  const [before, last] = stops.slice(-2);
  if (!before || !last || stops.length < 3) return stops;
  if (before.at < 1 || last.at < 1 || before.value === last.value) return stops;
  const at = 1 - step;
  const others = stops.slice(0, -2).filter((stop) => stop.at < at);
  return [...others, { at, value: before.value }, { at, value: last.value }, last];
}

/** How far values may lie from a line on which they are said to lie, in tolerances. */
const OFF_LINE = 0.1;
/** The share of the tolerance that is used up by links between samples. */
const LINK_ROOM = 0.6;
/** Times that are closer are not told apart, ms. */
const STEP = 0.02;

/** Decimals with which a number is written well within `room` of itself. */
export const decimalsFor = (room: number) =>
  Math.min(Math.max(Math.ceil(-Math.log10(room)) + 1, 2), 7);

function linearText(stops: readonly LinearStop[], decimals: number, places: number): string {
  const short = (value: number, digits: number) =>
    String(roundTo(value, digits)).replace(/^(-?)0\./, "$1.");
  const texts = stops.map(({ at, value }, i) => {
    const isEnd = i === 0 || i === stops.length - 1;
    return isEnd
      ? short(value, decimals)
      : `${short(value, decimals)} ${short(at * 100, places - 2)}%`;
  });
  return `linear(${texts.join(",")})`;
}

/** Numbers of a property's channels as CSS. */
function valuesText(
  property: CssProperty,
  values: readonly number[],
  decimals: number,
  scene: CssScene,
  isDeclared: boolean,
): string {
  const texts = property.channels.map(
    (id, c) => `${roundTo(values[c] as number, decimals)}${cssUnit(id)}`,
  );
  return combine(property, texts, scene, isDeclared);
}

/** sRGB components and alpha as CSS text. */
function rgbText(values: readonly number[]): string {
  const [r, g, b] = values.slice(0, 3).map((part) => cssNumber(part * 255));
  // The comma form is the legacy syntax, which browsers blend in sRGB.
  return `rgba(${r}, ${g}, ${b}, ${cssNumber(values[3] as number)})`;
}
