import type { Motion } from "../../motion/index.ts";
import { type ChannelId, channelOf, clampShown, type Figure } from "../../study/index.ts";
import { marksOf, sample } from "./bake.ts";
import { linearAlong } from "./cssBaked.ts";
import { cssNumber } from "./cssNumber.ts";
import { CSS_PROPERTIES, cssSyntax, cssUnit } from "./cssProperties.ts";
import type { CssCurves } from "./cssText.ts";
import { isMoved } from "./moved.ts";
import { propertyTexts } from "./poseCss.ts";

/** How channels go together: ms, and the timing as CSS says it. */
export interface TransitionOf {
  readonly channels: readonly ChannelId[];
  readonly duration: number;
  readonly delay: number;
  readonly timing: string;
}

/** One declaration that changes, and how. */
export interface Change extends TransitionOf {
  readonly property: string;
  readonly before: string;
  readonly after: string;
}

interface Around {
  readonly name: string;
  readonly curves: CssCurves;
  readonly toleranceOf: (index: number, id: ChannelId) => number;
}

/** How the properties of a figure change, and those that stay. */
export function changesOf(
  motion: Motion,
  figure: Figure,
  index: number,
  { name, curves, toleranceOf }: Around,
) {
  const poseAt = (t: number) => motion.at(t, new Float64Array(motion.slotCount));
  const [first, last] = [poseAt(Number.NEGATIVE_INFINITY), poseAt(motion.duration)];
  const [before, after] = [propertyTexts(motion, first, index), propertyTexts(motion, last, index)];
  const changes: Change[] = [];
  const still: string[] = [];
  const registered: string[] = [];
  const lost: string[] = [];
  const declared = (text: string) => text.slice(text.indexOf(":") + 2, -1);
  for (const [p, property] of CSS_PROPERTIES.entries()) {
    const [from, to] = [before[p]?.text ?? "", after[p]?.text ?? ""];
    const channels = property.channels.filter((id) => isMoved(motion, index, id));
    const named = `${property.property} of ${figure.name}`;
    if (channels.length === 0) {
      still.push(from);
      continue;
    }
    const change = {
      ...{ property: property.property, channels: property.channels },
      ...{ before: declared(from), after: declared(to) },
    };
    const tolerance = Math.min(...property.channels.map((id) => toleranceOf(index, id)));
    const way = wayOf(motion, index, channels, tolerance, curves, [first, last]);
    if (from === to) {
      still.push(from);
      if (way !== "still") lost.push(named);
      continue;
    }
    if (typeof way === "object") {
      changes.push({ ...change, ...way });
      continue;
    }
    const apart = property.addsUp
      ? channels.map((id) => wayOf(motion, index, [id], tolerance, curves, [first, last]))
      : [];
    if (apart.length < 2 || apart.some((each) => each === "bent")) {
      lost.push(named);
      changes.push({ ...change, ...roughTiming(motion, index, channels) });
      continue;
    }
    // Each channel has a way of its own: they run as registered properties.
    for (const id of property.channels) {
      const variable = `--${name}-${id.toLowerCase()}`;
      const text = (pose: Float64Array) =>
        `${cssNumber(pose[motion.slot(index, id)] as number)}${cssUnit(id)}`;
      registered.push(
        `@property ${variable} {\n  syntax: "${cssSyntax(id)}";\n  inherits: false;\n  initial-value: 0${cssUnit(id)};\n}`,
      );
      const own = apart[channels.indexOf(id)];
      if (typeof own === "object")
        changes.push({
          ...{ property: variable, channels: [id], before: text(first), after: text(last) },
          ...own,
        });
      else still.push(`${variable}: ${text(first)};`);
    }
    const variables = property.channels.map((id) => `var(--${name}-${id.toLowerCase()})`);
    still.push(`${property.property}: ${variables.join(" ")};`);
  }
  return { changes, still, registered, lost };
}

type ChangeTiming = Pick<Change, "duration" | "delay" | "timing">;

/** When and how channels go together from their first values to their last: "bent" where they leave the line between. */
function wayOf(
  motion: Motion,
  index: number,
  channels: readonly ChannelId[],
  tolerance: number,
  curves: CssCurves,
  [first, last]: readonly [Float64Array, Float64Array],
): ChangeTiming | "bent" | "still" {
  const exact = oneSpan(motion, index, channels, tolerance, curves);
  if (exact) return exact;
  const isColor = channels[0] === "color";
  const count = isColor ? 4 : channels.length;
  const color = new Float64Array(4);
  const shown = (id: ChannelId, value: number) => clampShown(channelOf(id), value);
  const read = (t: number, out: number[]) => {
    if (isColor) {
      motion.colorAt(index, t, color);
      for (let c = 0; c < 4; c++) out[c] = color[c] as number;
    } else
      channels.forEach((id, c) => {
        out[c] = shown(id, motion.valueAt(index, id, t));
      });
  };
  const valuesIn = (pose: Float64Array) =>
    isColor
      ? Array.from(pose.subarray(motion.slot(index, "color"), motion.slot(index, "color") + 4))
      : channels.map((id) => shown(id, pose[motion.slot(index, id)] as number));
  const [low, high] = [valuesIn(first), valuesIn(last)];
  const tolerances = new Array(count).fill(isColor ? Math.max(tolerance, COLOR_ROOM) : tolerance);
  const end = Math.max(motion.duration, 1);
  const marks = channels.flatMap((id) => marksOf(motion, index, id, 0, end));
  const parts = sample({ read, tolerances, marks }, 0, end);
  const all = parts.flat();
  const isAt = (values: readonly number[], goal: readonly number[]) =>
    values.every(
      (value, c) => Math.abs(value - (goal[c] as number)) <= (tolerances[c] as number) * 0.2,
    );
  const begins = all.findIndex(({ values }) => !isAt(values, low));
  if (begins < 0) return "still";
  const ends = all.length - 1 - [...all].reverse().findIndex(({ values }) => !isAt(values, high));
  const from = all[Math.max(begins - 1, 0)]?.time ?? 0;
  const to = all[Math.min(ends + 1, all.length - 1)]?.time ?? end;
  // A jump is no way: it is there after a time.
  if (to <= from) return { delay: from, duration: 0, timing: "linear" };
  if (channels[0] === "visible") {
    const jumps = all.filter(({ values }, i) => i > 0 && !isAt(values, all[i - 1]?.values ?? []));
    return jumps.length > 1
      ? "bent"
      : { delay: jumps[0]?.time ?? 0, duration: 0, timing: "linear" };
  }
  const inside = parts
    .map((part) => part.filter(({ time }) => time >= from && time <= to))
    .filter((part) => part.length > 0);
  const timing = linearAlong(inside, tolerances, { from, to }, low, high);
  return timing === undefined ? "bent" : { delay: from, duration: to - from, timing };
}

/** Colors that are blended elsewhere than in sRGB leave the line a little. */
const COLOR_ROOM = 0.004;

/** Channels that are driven by one tween with two keys leave with its own curve. */
function oneSpan(
  motion: Motion,
  index: number,
  channels: readonly ChannelId[],
  tolerance: number,
  curves: CssCurves,
): ChangeTiming | undefined {
  if (motion.shakes.length > 0 || channels.length !== 1) return undefined;
  const [id = "x"] = channels;
  const [layer, ...others] = motion.drivenAt(index, id)?.layers ?? [];
  if (!layer || others.length > 0 || layer.time || layer.relative || layer.track.times.length !== 2)
    return undefined;
  if (layer.track.components !== 1 || id === "visible" || channelOf(id).legal) return undefined;
  const [from = 0, to = 0] = layer.track.values;
  const isHeld = layer.fill === "both" || (layer.fill === "forwards" && layer.start === 0);
  if (from === to || !isHeld) return undefined;
  const timing = curves.write(
    layer.track.shape(0),
    Math.min(0.004, tolerance / Math.abs(to - from)),
  );
  const [first = 0, last = 0] = layer.track.times;
  return { delay: layer.start, duration: last - first, timing };
}

/** From the first change to the last, evenly: where no transition has the way that was made. */
function roughTiming(motion: Motion, index: number, channels: readonly ChannelId[]): ChangeTiming {
  const layers = channels.flatMap((id) => motion.drivenAt(index, id)?.layers ?? []);
  const delay = Math.min(...layers.map(({ start }) => start), motion.duration);
  return { delay, duration: motion.duration - delay, timing: "ease-in-out" };
}
