import type { Motion } from "../../motion/index.ts";
import {
  type ChannelId,
  channelOf,
  clampShown,
  type Figure,
  type Study,
} from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { cssComment } from "../escape.ts";
import { handoffNames } from "../names.ts";
import { marksOf, sample } from "./bake.ts";
import { linearAlong } from "./cssBaked.ts";
import { asCompound, STATES as BEGIN_STATES, sceneSelector, selectorsOf } from "./cssBegins.ts";
import type { CssReduced } from "./cssChoices.ts";
import { faceChanges } from "./cssFaces.ts";
import { cssNumber } from "./cssNumber.ts";
import { CSS_PROPERTIES, cssSyntax, cssUnit } from "./cssProperties.ts";
import { FADES, inMedia } from "./cssReduced.ts";
import { CssCurves } from "./cssText.ts";
import { figureTolerances } from "./cssTolerances.ts";
import { isMoved } from "./moved.ts";
import { propertyTexts } from "./poseCss.ts";

/** What starts the transition. */
export const TRANSITION_TRIGGERS = ["hover", "press", "focus", "class"] as const;
export type TransitionTrigger = (typeof TRANSITION_TRIGGERS)[number];

export interface TransitionOptions {
  readonly when: TransitionTrigger;
  /** Selector of the element around all figures. */
  readonly on: string;
  readonly figures?: ReadonlySet<string> | undefined;
  readonly selectors?: Readonly<Record<string, string>> | undefined;
  /** What is multiplied with the tolerances of all properties. */
  readonly share: number;
  /** What people see who prefer reduced motion; the other pose at once if absent. */
  readonly reduced?: CssReduced | undefined;
  /** How the two poses are called. */
  readonly between?: readonly [from: string, to: string];
}

/** CSS that goes from how a study begins to how it ends, and what of the motion between is lost. */
export interface TransitionCss {
  readonly text: string;
  readonly classOf: Readonly<Record<string, string>>;
  readonly selectorOf: Readonly<Record<string, string>>;
  /** What moves in a way that no transition has, such as "rotate of lamp". */
  readonly lost: readonly string[];
  /** By figure id, how its channels go. */
  readonly ways: Readonly<Record<string, readonly TransitionOf[]>>;
}

/** How channels go together: ms, and the timing as CSS says it. */
export interface TransitionOf {
  readonly channels: readonly ChannelId[];
  readonly duration: number;
  readonly delay: number;
  readonly timing: string;
}

/** One declaration that changes, and how. */
interface Change extends TransitionOf {
  readonly property: string;
  readonly before: string;
  readonly after: string;
}

/**
 * Two rules for each figure, how it stands at first and at the end, and a transition between them: each property with
 * the delay, the duration and the progress that the motion has.
 */
export function transitionCss(
  study: Study,
  {
    when,
    on,
    figures,
    selectors = {},
    share,
    reduced = "end",
    between = ["how it begins", "how it ends"],
  }: TransitionOptions,
): TransitionCss {
  const motion = handoffContext(study).motion;
  const names = handoffNames(study);
  const { classOf } = names;
  const selectorOf = selectorsOf(study, classOf, selectors);
  const curves = new CssCurves();
  const toleranceOf = figureTolerances(motion, share);
  const lost: string[] = [];
  const ways: Record<string, readonly TransitionOf[]> = {};
  const state = `${sceneSelector(on)}${when === "focus" ? ":focus-within" : BEGIN_STATES[when]}`;
  const changed: Changed[] = [];
  const blocks = study.figures.flatMap((figure, i) => {
    if (figures && !figures.has(figure.id)) return [];
    const selector = selectorOf[figure.id] as string;
    const found = changesOf(motion, figure, i, {
      name: names.classes[i] as string,
      curves,
      toleranceOf,
    });
    lost.push(...found.lost);
    ways[figure.id] = found.changes;
    const rules = ruleBlocks(selector, state, found.still, found.changes);
    if (found.changes.length > 0) changed.push({ selector, changes: found.changes });
    return [...found.registered, ...rules, ...faceBlocks(motion, i, selector, state, changed)];
  });
  const calm = reducedBlocks(changed, reduced, state);
  const [from, to] = between;
  const head = `/* ${cssComment(`${study.name}: from ${from} to ${to}`)}, ${Math.round(motion.duration)} ms. */`;
  return { text: `${[head, ...blocks, ...calm].join("\n\n")}\n`, classOf, selectorOf, lost, ways };
}

/** An element whose declarations change. */
interface Changed {
  readonly selector: string;
  readonly changes: readonly Pick<Change, "property" | "before" | "duration" | "delay">[];
}

/** The rules for people who prefer reduced motion. */
function reducedBlocks(
  changed: readonly Changed[],
  way: CssReduced,
  state: string,
): readonly string[] {
  if (way === "as-it-is" || changed.length === 0) return [];
  const rules =
    way === "end"
      ? [block(changed.map(({ selector }) => selector).join(",\n"), ["transition: none;"])]
      : changed.map(({ selector, changes }) => {
          const times = (read: (change: (typeof changes)[number]) => number) =>
            changes
              .map((each) => `${cssNumber(FADES.has(each.property) ? read(each) : 0)}ms`)
              .join(", ");
          return way === "rest"
            ? block(
                `${state} ${asCompound(selector)}`,
                changes.map(({ property, before }) => `${property}: ${before};`),
              )
            : block(selector, [
                `transition-duration: ${times(({ duration }) => duration)};`,
                `transition-delay: ${times(({ delay }) => delay)};`,
              ]);
        });
  return inMedia(rules);
}

const block = (selector: string, lines: readonly string[]) =>
  `${selector} {\n  ${lines.join("\n  ")}\n}`;

function ruleBlocks(
  selector: string,
  state: string,
  still: readonly string[],
  changes: readonly Change[],
): string[] {
  const inside = asCompound(selector);
  const first = changes.map(({ property, before }) => `${property}: ${before};`);
  const timings = changes.map(
    ({ property, duration, timing, delay }) =>
      `${property} ${cssNumber(duration)}ms ${timing} ${cssNumber(delay)}ms`,
  );
  const transition = timings.length > 0 ? [`transition:\n    ${timings.join(",\n    ")};`] : [];
  return [
    block(selector, [
      "position: absolute;",
      "left: 0;",
      "top: 0;",
      ...still,
      ...first,
      ...transition,
    ]),
    ...(changes.length > 0
      ? [
          block(
            `${state} ${inside}`,
            changes.map(({ property, after }) => `${property}: ${after};`),
          ),
        ]
      : []),
  ];
}

interface Around {
  readonly name: string;
  readonly curves: CssCurves;
  readonly toleranceOf: (index: number, id: ChannelId) => number;
}

/** How the properties of a figure change, and those that stay. */
function changesOf(
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

/** The faces of a card, each seen while it faces the viewer. */
function faceBlocks(
  motion: Motion,
  index: number,
  selector: string,
  state: string,
  changed: Changed[],
): string[] {
  const figure = motion.study.figures[index];
  if (figure?.kind !== "card" || !figure.look.back) return [];
  const { back, times } = faceChanges(motion, index);
  const ends = times.length % 2 === 1 ? !back : back;
  const word = (shown: boolean) => (shown ? "inherit" : "hidden");
  const inside = asCompound(selector);
  return (["front", "back"] as const).flatMap((side) => {
    const own = `${inside} > .${side}`;
    const changes = ends !== back;
    const before = word(back === (side === "back"));
    // Which face is seen is no fading: with all that stands still it changes at once.
    if (changes)
      changed.push({
        selector: own,
        changes: [{ property: "visibility", before, duration: 0, delay: 0 }],
      });
    return [
      block(own, [
        ...["position: absolute;", "inset: 0;", ...(side === "back" ? ["rotate: y 180deg;"] : [])],
        `visibility: ${before};`,
        ...(changes ? [`transition: visibility 0s linear ${cssNumber(times.at(-1) ?? 0)}ms;`] : []),
      ]),
      ...(changes
        ? [block(`${state} ${own}`, [`visibility: ${word(ends === (side === "back"))};`])]
        : []),
    ];
  });
}
