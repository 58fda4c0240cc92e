import { LINEAR, sameCurve } from "../../curve/index.ts";
import {
  type CompiledTrack,
  compileStudy,
  type Layer,
  type Motion,
  stackBeneath,
} from "../../motion/index.ts";
import {
  type ChannelId,
  channelOf,
  type Figure,
  PERSPECTIVE,
  restValue,
  type Study,
} from "../../study/index.ts";
import { cssComment } from "../escape.ts";
import {
  type CssAnimation,
  type CssFrame,
  type CssRegistered,
  combine,
  HAIR,
  type Written,
} from "./cssAnimation.ts";
import { baked, isShaken, needsBaking, simpleIterations } from "./cssBaked.ts";
import { faceCss } from "./cssFaces.ts";
import { CSS_PROPERTIES, type CssProperty, type CssScene } from "./cssProperties.ts";
import { type CssRule, ruleText } from "./cssRule.ts";
import { CSS_TOLERANCE, CssCurves, classNames, cssNumber } from "./cssText.ts";

/** What the writers of all parts share. */
interface CssContext extends CssScene {
  readonly curves: CssCurves;
  readonly selectorOf: Readonly<Record<string, string>>;
  readonly tally: { animations: number; offMainThread: number; readonly repaints: Set<string> };
}

/** CSS that plays a study, and the class names it uses. */
export interface CssHandoff {
  readonly text: string;
  /** What the text is made of, without what is for reduced motion. */
  readonly rules: readonly CssRule[];
  /** The declarations of named curves. */
  readonly named: readonly string[];
  /** Class name of each figure, by figure id. */
  readonly classOf: Readonly<Record<string, string>>;
  /** The selector of each figure's rule, by figure id: its class, or the person's own. */
  readonly selectorOf: Readonly<Record<string, string>>;
  /** How many animations the browser can run off the main thread, and which properties are painted anew. */
  readonly weight: CssWeight;
}

export interface CssWeight {
  readonly animations: number;
  readonly offMainThread: number;
  /** Such as "color of lamp". */
  readonly repaints: readonly string[];
}

export interface CssOptions {
  /** Ids of the figures that leave; all if absent. */
  readonly figures?: ReadonlySet<string> | undefined;
  /** Selectors by figure id, in place of classes. */
  readonly selectors?: Readonly<Record<string, string>> | undefined;
  /** What people see who prefer reduced motion: the last pose at once, or the motion with its shakes calmed. */
  readonly reduced?: "still" | "as it is" | undefined;
}

/**
 * CSS that moves as `motion.at(t)` says: for each figure a rule and its `@keyframes`.
 *
 * Each track becomes one animation of an individual transform property (or `opacity`, `color` …)
 * with the keys' own curves, so the browser computes the same function and can run it off the main
 * thread. Where the two channels of one property go by different keys or curves, or add to something
 * that still moves, the channels run as registered custom properties and the property is put
 * together from them; see docs/decisions.md.
 */
export function handoffCss(
  study: Study,
  { figures, selectors = {}, reduced = "as it is" }: CssOptions = {},
): CssHandoff {
  const motion = compileStudy(study);
  const calm = motion.shakes.length > 0 ? compileStudy(study, { calm: true }) : undefined;
  const names = classNames(study.figures.map((figure) => figure.name));
  const classOf = Object.fromEntries(study.figures.map((f, i) => [f.id, names[i] as string]));
  const leaves = ({ id }: Figure) => figures === undefined || figures.has(id);
  const selectorOf = Object.fromEntries(
    study.figures.map(({ id }) => [id, selectors[id]?.trim() || `.${classOf[id]}`]),
  );
  const scene: CssContext = {
    perspective: study.scene.perspective ?? PERSPECTIVE,
    curves: new CssCurves(study.curves),
    selectorOf,
    tally: { animations: 0, offMainThread: 0, repaints: new Set() },
  };
  const rules = study.figures.flatMap((figure, i) => {
    if (!leaves(figure)) return [];
    const parent = study.figures.find((each) => each.id === figure.parent);
    const inside = parent && `${selectorOf[parent.id]}${parent.look.back ? " > .front" : ""}`;
    const own = selectorOf[figure.id] as string;
    return [
      figureCss(motion, figure, names[i] as string, inside, scene),
      ...faceCss(motion, i, names[i] as string, own),
    ];
  });
  const { animations, offMainThread, repaints } = scene.tally;
  const weight = { animations, offMainThread, repaints: [...repaints] };
  const calmed =
    reduced === "still"
      ? stillCss(motion, rules)
      : calm
        ? calmCss(calm, motion, names, scene, leaves)
        : [];
  const named = scene.curves.named();
  const blocks = [
    `/* ${cssComment(study.name)}: ${cssNumber(motion.duration)} ms. */`,
    ...(named.length > 0 ? [`:root {\n  ${named.join("\n  ")}\n}`] : []),
    ...rules.map(ruleText),
    ...calmed,
    ...cueNotes(motion),
  ];
  return { text: `${blocks.join("\n\n")}\n`, rules, named, classOf, selectorOf, weight };
}

/** The last pose at once, for people who prefer reduced motion: every animation held at the study's end. */
function stillCss({ duration }: Motion, all: readonly CssRule[]): string[] {
  const rules = all
    .filter(({ animations }) => animations.length > 0)
    .map(
      ({ selector, animations }) => `  ${selector} {
    animation-play-state: paused;
    animation-delay: ${animations.map(({ delay }) => `${cssNumber(delay - duration)}ms`).join(", ")};
  }`,
    );
  if (rules.length === 0) return [];
  return [`@media (prefers-reduced-motion: reduce) {\n${rules.join("\n")}\n}`];
}

/** The rules of shaken figures for people who prefer reduced motion. */
function calmCss(
  calm: Motion,
  motion: Motion,
  names: readonly string[],
  scene: CssContext,
  leaves: (figure: Figure) => boolean,
): string[] {
  const rules = motion.study.figures.flatMap((figure, i) => {
    if (!leaves(figure)) return [];
    if (!CSS_PROPERTIES.some(({ channels }) => channels.some((id) => isShaken(motion, i, id))))
      return [];
    const name = names[i] as string;
    const rule = figureCss(calm, figure, name, undefined, scene, `${name}-calm`);
    // The figure's usual animations must not continue.
    const declarations =
      rule.animations.length > 0 ? rule.declarations : [...rule.declarations, "animation: none;"];
    return ruleText({ ...rule, declarations })
      .split("\n")
      .map((line) => `  ${line}`.trimEnd());
  });
  if (rules.length === 0) return [];
  return [`@media (prefers-reduced-motion: reduce) {\n${rules.join("\n")}\n}`];
}

/** The cues, which CSS cannot play, as a comment with their times. */
function cueNotes(motion: Motion): string[] {
  const events = motion.events(Number.NEGATIVE_INFINITY, motion.duration + HAIR);
  if (events.length === 0) return [];
  const lines = events.map(
    ({ time, cue }) =>
      `   ${cssNumber(time)} ms: ${cssComment(cue.name)}${cue.sound ? ` (${cue.sound})` : ""}`,
  );
  return [`/* Cues, which CSS cannot play; hand them off as JavaScript:\n${lines.join("\n")} */`];
}

/** Properties that browsers animate off the main thread, and those for which they paint anew. */
const COMPOSITED = new Set(["translate", "rotate", "scale", "transform", "opacity", "filter"]);
const REPAINTED = new Set(["color", "width", "height", "border-radius", "visibility"]);

function figureCss(
  motion: Motion,
  figure: Figure,
  name: string,
  inside: string | undefined,
  scene: CssContext,
  /** The prefix of its animations' names. */
  prefix = name,
): CssRule {
  const index = motion.figureIndex(figure.id);
  const declarations = ["position: absolute;", "left: 0;", "top: 0;"];
  const registered: CssRegistered[] = [];
  const animations: CssAnimation[] = [];
  for (const property of CSS_PROPERTIES) {
    const channels = property.channels.map((id) => ({
      id,
      rest: restValue(figure, id),
      layers: motion.drivenAt(index, id)?.layers ?? [],
    }));
    const written = property.channels.some((id) => needsBaking(motion, index, id))
      ? baked(motion, index, property, prefix, scene)
      : isJoined(channels)
        ? asOneProperty(property, channels, prefix, scene)
        : asCustomProperties(property, channels, prefix, scene);
    for (const animation of written.animations) {
      scene.tally.animations++;
      if (COMPOSITED.has(animation.property)) scene.tally.offMainThread++;
      if (REPAINTED.has(property.property))
        scene.tally.repaints.add(`${property.property} of ${figure.name}`);
    }
    declarations.push(...written.declarations);
    registered.push(...written.registered);
    animations.push(...written.animations);
  }
  return {
    selector: scene.selectorOf[figure.id] as string,
    note: inside && `Stands inside ${inside}.`,
    ...{ declarations, registered, animations },
  };
}

/** A channel that is written as CSS. */
interface CssChannel {
  readonly id: ChannelId;
  readonly rest: number | string;
  readonly layers: readonly Layer[];
}

/**
 * Whether the property itself can be animated: its channels have the same keys and curves, and nothing is added up.
 */
function isJoined(channels: readonly CssChannel[]): boolean {
  const moving = channels.filter(({ layers }) => layers.length > 0);
  for (const channel of moving) {
    if (!channel.layers.every((layer, i) => !layer.relative || isSettled(channel.layers, i)))
      return false;
    if (!staysLegal(channel)) return false;
  }
  const [first, ...others] = moving;
  if (!first) return true;
  return others.every(
    ({ layers }) =>
      first.layers.length === layers.length &&
      first.layers.every((layer, i) => haveSameTiming(layer, layers[i] as Layer)),
  );
}

/** Whether everything below a layer has come to rest when it starts. */
function isSettled(layers: readonly Layer[], index: number): boolean {
  const { start } = layers[index] as Layer;
  return layers.slice(0, index).every((beneath) => !beneath.time && beneath.end <= start);
}

/**
 * Whether a channel stays in its legal range: CSS clamps opacity at each keyframe, Levitas only what is shown, and the
 * two agree inside [0, 1].
 */
function staysLegal({ id, layers }: CssChannel): boolean {
  const { legal } = channelOf(id);
  if (!legal) return true;
  return layers.every((layer) =>
    layer.track.values.every((value) => value >= legal.min && value <= legal.max),
  );
}

function haveSameTiming(a: Layer, b: Layer): boolean {
  return (
    a.tween === b.tween &&
    a.start === b.start &&
    a.fill === b.fill &&
    (a.time === undefined) === (b.time === undefined) &&
    a.track.times.length === b.track.times.length &&
    a.track.times.every((time, i) => time === b.track.times[i]) &&
    Array.from(a.track.curves.keys()).every((i) => sameCurve(a.track.shape(i), b.track.shape(i)))
  );
}

/** Animates the property itself. A channel without keys contributes its rest value. */
function asOneProperty(
  property: CssProperty,
  channels: readonly CssChannel[],
  name: string,
  scene: CssContext,
): Written {
  const write = (values: readonly (number | string)[]) =>
    combine(
      property,
      values.map((value) =>
        typeof value === "number" ? `${cssNumber(value)}${property.unit}` : value,
      ),
      scene,
    );
  const moving = channels.filter(({ layers }) => layers.length > 0);
  const rest = channels.map((channel) => channel.rest);
  const animations = (moving[0]?.layers ?? []).map((layer, index, all) => {
    const id = `${name}-${property.property}${all.length > 1 ? `-${index + 1}` : ""}`;
    const valuesAt = (key: number) =>
      channels.map((channel) => {
        const own = channel.layers[index];
        if (!own) return channel.rest;
        const base = own.relative ? stackBeneath(channel.layers, index, Number(channel.rest)) : 0;
        return keyText(own.track, key, base);
      });
    return animation(
      id,
      property.property,
      layer,
      index,
      (key) => write(valuesAt(key)),
      (key) =>
        Math.min(
          ...channels.map(({ layers }) => {
            const own = layers[index];
            return own ? curveTolerance(property, own.track, key) : CSS_TOLERANCE;
          }),
        ),
      scene.curves,
    );
  });
  // Initial values need not be written, except for size and color, whose initial values differ.
  const isImplied =
    moving.length === 0 &&
    property.implied === true &&
    channels.every(({ id, rest: value }) => value === channelOf(id).initial);
  const declarations = isImplied ? [] : [`${property.property}: ${write(rest)};`];
  return { declarations, registered: [], animations };
}

/** Animates each channel as a registered custom property, and each relative layer as one of its own. */
function asCustomProperties(
  property: CssProperty,
  channels: readonly CssChannel[],
  name: string,
  scene: CssContext,
): Written {
  const declarations: string[] = [];
  const registered: CssRegistered[] = [];
  const animations: CssAnimation[] = [];
  const register = (variable: string, value: string) => {
    registered.push({ name: variable, syntax: property.syntax, initial: `0${property.unit}` });
    declarations.push(`${variable}: ${value};`);
  };
  const parts = channels.map(({ id, rest, layers }) => {
    const variable = `--${name}-${id.toLowerCase()}`;
    register(variable, `${cssNumber(Number(rest))}${property.unit}`);
    const terms = [`var(${variable})`];
    layers.forEach((layer, index) => {
      const added = layer.relative && !isSettled(layers, index);
      const target = added ? `${variable}-${index + 1}` : variable;
      if (added) {
        register(target, `0${property.unit}`);
        terms.push(`var(${target})`);
      }
      const base = layer.relative && !added ? stackBeneath(layers, index, Number(rest)) : 0;
      const own = layers.length > 1 ? `-${index + 1}` : "";
      animations.push(
        animation(
          `${name}-${id.toLowerCase()}${own}`,
          target,
          layer,
          index,
          (key) => {
            const value = keyText(layer.track, key, base);
            return `${typeof value === "number" ? cssNumber(value) : value}${property.unit}`;
          },
          (key) => curveTolerance(property, layer.track, key),
          scene.curves,
        ),
      );
    });
    // A negative value where none is allowed would make the whole property invalid, where Levitas shows 0.
    if (channelOf(id).legal?.min === 0 && property.unit === "px")
      return `max(0px, ${terms.join(" + ")})`;
    return terms.length === 1 ? String(terms[0]) : `calc(${terms.join(" + ")})`;
  });
  declarations.push(`${property.property}: ${combine(property, parts, scene)};`);
  return { declarations, registered, animations };
}

/** One layer as an animation of a property; `valueAt` writes what a key sets. */
function animation(
  name: string,
  property: string,
  layer: Layer,
  index: number,
  valueAt: (key: number) => string,
  /** The tolerance for the curve of the span after a key, as a share of the change in value. */
  toleranceOf: (key: number) => number,
  curves: CssCurves,
): CssAnimation {
  const { times } = layer.track;
  const last = times.length - 1;
  const iterations = simpleIterations(layer);
  // Tracks that repeat all last as long as their tween.
  const begin = iterations ? 0 : (times[0] as number);
  const duration = iterations ? iterations.length : (times[last] as number) - begin;
  const frames: CssFrame[] = [];
  // Browsers read no var() in the timing of a keyframe, but the animation's own holds for all that have none. So one
  // named curve of an animation leaves by its name.
  const shapes = Array.from({ length: last }, (_, key) => layer.track.shape(key));
  const common = shapes.find((shape) => curves.isNamed(shape));
  let commonTolerance = CSS_TOLERANCE;
  if (iterations && (times[0] as number) > 0) frames.push({ place: 0, value: valueAt(0) });
  for (let key = 0; key <= last; key++) {
    // Of several keys at one time only the first is approached and only the last is left.
    const sameBefore = key > 0 && times[key - 1] === times[key];
    const sameAfter = key < last && times[key + 1] === times[key];
    if ((sameBefore || key === 0) && sameAfter) continue;
    const place = duration > 0 ? (((times[key] as number) - begin) / duration) * 100 : 100;
    const shape = key < last && !sameAfter ? layer.track.shape(key) : LINEAR;
    if (shape === common) commonTolerance = Math.min(commonTolerance, toleranceOf(key));
    const isDefault = common ? shape === common : shape.kind === "linear";
    const timing = isDefault ? {} : { timing: curves.write(shape, toleranceOf(key)) };
    frames.push({ place: sameAfter ? place - HAIR : place, value: valueAt(key), ...timing });
  }
  if (iterations && (times[last] as number) < iterations.length)
    frames.push({ place: 100, value: valueAt(last) });
  // With a single keyframe CSS interpolates from the element's own value, also before the animation begins.
  if (frames.length === 1) frames.unshift({ place: 0, value: valueAt(0) });
  // Only the first layer may show before its start; see the rules of layers.
  const backwards = index === 0 && (layer.fill === "backwards" || layer.fill === "both");
  const forwards = layer.fill === "forwards" || layer.fill === "both";
  return {
    name,
    property,
    frames,
    duration,
    delay: layer.start,
    fill: forwards ? (backwards ? "both" : "forwards") : backwards ? "backwards" : "none",
    iterations: iterations?.count ?? 1,
    direction: iterations?.direction ?? "normal",
    ...(common ? { timing: curves.byName(common, commonTolerance) } : {}),
  };
}

/**
 * The tolerance for the curve of a span, as a share of its change in value: a large change, such as several turns,
 * needs a smaller one to stay within the property's tolerance.
 */
function curveTolerance(property: CssProperty, track: CompiledTrack, key: number): number {
  if (track.components !== 1) return CSS_TOLERANCE;
  const way = Math.abs((track.values[key + 1] ?? 0) - (track.values[key] as number));
  return way > 0 ? Math.min(CSS_TOLERANCE, property.tolerance / way) : CSS_TOLERANCE;
}

/** The value of a key as CSS: a number with `base` added, or a color. */
function keyText(track: CompiledTrack, key: number, base: number): number | string {
  if (track.components === 1) return (track.values[key] as number) + base;
  const at = key * 4;
  const alpha = track.values[at + 3] as number;
  const part = (c: number) => cssNumber(alpha === 0 ? 0 : (track.values[at + c] as number) / alpha);
  const opacity = alpha === 1 ? "" : ` / ${cssNumber(alpha)}`;
  if (track.space === "oklab") return `oklab(${part(0)} ${part(1)} ${part(2)}${opacity})`;
  const byte = (c: number) => cssNumber(Number(part(c)) * 255);
  // The comma form is the legacy syntax, which browsers blend in sRGB.
  return alpha === 1
    ? `rgb(${byte(0)}, ${byte(1)}, ${byte(2)})`
    : `rgba(${byte(0)}, ${byte(1)}, ${byte(2)}, ${cssNumber(alpha)})`;
}
