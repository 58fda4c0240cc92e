import { commonLoop, type Layer, loopsOf, type Motion } from "../../motion/index.ts";
import { type ChannelId, channelOf, clampShown } from "../../study/index.ts";
import type { Iterations } from "../../timeline/index.ts";
import { bake, marksOf } from "./bake.ts";
import { type CssAnimation, type CssFrame, combine, HAIR, type Written } from "./cssAnimation.ts";
import type { CssProperty, CssScene } from "./cssProperties.ts";
import { cssNumber } from "./cssText.ts";

/** Whether CSS cannot express what moves a channel, so that it has to be sampled. */
export function needsBaking(motion: Motion, index: number, id: ChannelId): boolean {
  const slot = motion.slot(index, id);
  if (motion.followers.some((each) => each.slot === slot) || isShaken(motion, index, id))
    return true;
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

/** Whether a shake affects a channel. */
export function isShaken(motion: Motion, index: number, id: ChannelId): boolean {
  if (id !== "x" && id !== "y" && id !== "rotate") return false;
  const outermost = motion.study.figures[index]?.parent === null;
  return motion.shakes.some(({ figures }) => (figures ? figures.includes(index) : outermost));
}

/** A property sampled over time in straight pieces: once up to the end of everything that ends, then its loop. */
export function baked(
  motion: Motion,
  index: number,
  property: CssProperty,
  name: string,
  scene: CssScene,
): Written {
  const isColor = property.channels[0] === "color";
  const color = new Float64Array(4);
  const read = (t: number, out: number[]) => {
    if (isColor) {
      motion.colorAt(index, t, color);
      for (let c = 0; c < 4; c++) out[c] = color[c] as number;
    } else
      property.channels.forEach((id, c) => {
        out[c] = clampShown(channelOf(id), motion.valueAt(index, id, t));
      });
  };
  const write = (values: readonly number[]) =>
    isColor
      ? rgbText(values)
      : combine(
          property,
          values.map((value) => `${cssNumber(value)}${property.unit}`),
          scene,
        );
  // A follower with a lag repeats only after its lag.
  const lags = motion.followers.reduce((sum, { follower }) => sum + (follower.lag ?? 0), 0);
  const duration = motion.duration + lags;
  const loops = property.channels.flatMap((id) => loopsOf(motion, index, motion.slot(index, id)));
  const loop = commonLoop(loops);
  const count = isColor ? 4 : property.channels.length;
  const tolerances = new Array(count).fill(property.tolerance);
  const piece = (
    from: number,
    to: number,
    id: string,
    more: Partial<CssAnimation>,
  ): CssAnimation => {
    const marks = property.channels.flatMap((channel) => marksOf(motion, index, channel, from, to));
    const stops = bake({ read, tolerances, marks }, from, to);
    // Switches are not interpolated: they are held.
    const held = property.property === "visibility" ? { timing: "step-end" } : {};
    const frames = stops.map(({ time, values }, i): CssFrame => {
      const place = ((time - from) / (to - from)) * 100;
      const jumps = stops[i + 1]?.time === time;
      return { place: jumps ? place - HAIR : place, value: write(values), ...held };
    });
    return {
      name: id,
      property: property.property,
      frames,
      duration: to - from,
      delay: from,
      fill: "both",
      iterations: 1,
      direction: "normal",
      ...more,
    };
  };
  const first: number[] = [];
  read(Number.NEGATIVE_INFINITY, first);
  const id = `${name}-${property.property}`;
  const animations = duration > 0 ? [piece(0, duration, id, {})] : [];
  if (loop.length > 0)
    animations.push(
      piece(duration, duration + loop.length, `${id}-loop`, {
        iterations: Number.POSITIVE_INFINITY,
        fill: "none",
      }),
    );
  return { declarations: [`${property.property}: ${write(first)};`], registered: [], animations };
}

/** sRGB components and alpha as CSS text. */
function rgbText(values: readonly number[]): string {
  const [r, g, b] = values.slice(0, 3).map((part) => cssNumber(part * 255));
  // The comma form is the legacy syntax, which browsers blend in sRGB.
  return `rgba(${r}, ${g}, ${b}, ${cssNumber(values[3] as number)})`;
}
