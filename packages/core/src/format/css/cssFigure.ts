import { sameCurve } from "../../curve/index.ts";
import { type Layer, type Motion, stackBeneath } from "../../motion/index.ts";
import {
  type ChannelId,
  channelOf,
  clampShown,
  type Figure,
  restValue,
} from "../../study/index.ts";
import type { HandoffNames } from "../names.ts";
import type { CssAnimation, CssRegistered, PropertyCss } from "./cssAnimation.ts";
import { baked, needsBaking } from "./cssBaked.ts";
import { cssNumber } from "./cssNumber.ts";
import {
  CSS_PROPERTIES,
  type CssProperty,
  type CssScene,
  combine,
  cssSyntax,
  cssUnit,
  isNeverNegative,
} from "./cssProperties.ts";
import type { CssRule } from "./cssRule.ts";
import type { CssCurves } from "./cssText.ts";
import { curveTolerance, keyText, layerAnimation, MOST_TOLERANCE } from "./layerAnimation.ts";
import { isShaken } from "./moved.ts";
import { seenAnimations, seenOverTime } from "./seen.ts";

/** What the writers of all parts share. */
export interface CssContext extends CssScene {
  readonly names: HandoffNames;
  /** The study with nothing that plays: how figures are at rest. */
  readonly still: Motion;
  readonly curves: CssCurves;
  readonly selectorOf: Readonly<Record<string, string>>;
  /** Whether nothing may be declared besides: what would need custom properties is sampled. */
  readonly animatesOnly?: boolean;
  /** The one property by which a figure moves and is shaken, if there is one: browsers would add to it from outside. */
  readonly joined?: (index: number) => CssProperty | undefined;
  readonly tally: { animations: number; offMainThread: number; readonly repaints: Set<string> };
}

export function figureCss(
  motion: Motion,
  figure: Figure,
  name: string,
  inside: string | undefined,
  scene: CssContext,
): CssRule {
  const declarations = ["position: absolute;", "left: 0;", "top: 0;"];
  const registered: CssRegistered[] = [];
  const animations: CssAnimation[] = [];
  for (const property of CSS_PROPERTIES) {
    const written = propertyCss(motion, figure, property, name, scene);
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

/** One property of a figure: what it declares, and its animations under names of their own. */
export function propertyCss(
  motion: Motion,
  figure: Figure,
  property: CssProperty,
  name: string,
  scene: CssContext,
): PropertyCss {
  const index = motion.figureIndex(figure.id);
  const channels = property.channels.map((id) => ({
    id,
    rest: restValue(figure, id),
    layers: motion.drivenAt(index, id)?.layers ?? [],
  }));
  const written = writtenAs(motion, index, property, channels, name, scene);
  for (const animation of written.animations) {
    scene.tally.animations++;
    // A custom property is computed on the main thread, whatever it is for.
    if (property.cost === "composited" && animation.property === property.property)
      scene.tally.offMainThread++;
    if (property.cost === "painted")
      scene.tally.repaints.add(`${property.property} of ${figure.name}`);
  }
  const animations = written.animations.map((each) => ({
    shows: property.property,
    ...each,
    name: scene.names.keyframes(`${index} ${each.name}`, each.name),
  }));
  return { ...written, animations };
}

/** A property of a figure in the way that says what moves it. */
function writtenAs(
  motion: Motion,
  index: number,
  property: CssProperty,
  channels: readonly CssChannel[],
  name: string,
  scene: CssContext,
): PropertyCss {
  if (property.property === "visibility") {
    const seen = seenOverTime(motion, index);
    const isSeen = clampShown(channelOf("visible"), scene.still.valueAt(index, "visible", 0));
    return {
      declarations:
        isSeen >= 0.5 && !seen.rounds
          ? []
          : [`visibility: ${isSeen >= 0.5 ? "inherit" : "hidden"};`],
      registered: [],
      animations: seenAnimations(seen, `${name}-visibility`, index, scene),
    };
  }
  const isOne = property.parts?.some(({ channels }) =>
    channels.some((id) => isShaken(motion, index, id)),
  );
  if (isOne || property.channels.some((id) => needsBaking(motion, index, id)))
    return baked(motion, index, property, name, scene);
  if (isJoined(channels)) return asOneProperty(property, channels, index, name, scene);
  // What is put together from custom properties that move is nothing to add to: browsers add to the style as it is
  // without animations. So what shakes add to moves by itself.
  return scene.animatesOnly || property.channels.some((id) => isShaken(motion, index, id))
    ? baked(motion, index, property, name, scene)
    : asCustomProperties(property, channels, index, name, scene);
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
  figure: number,
  name: string,
  scene: CssContext,
): PropertyCss {
  const write = (values: readonly (number | string)[], isDeclared = false) =>
    combine(
      property,
      values.map((value, c) =>
        typeof value === "number"
          ? `${cssNumber(value)}${cssUnit(property.channels[c] as ChannelId)}`
          : value,
      ),
      scene,
      isDeclared,
    );
  const moving = channels.filter(({ layers }) => layers.length > 0);
  const own = (id: ChannelId, value: number | string) =>
    typeof value === "number" ? (scene.ownValue?.(figure, id, value) ?? value) : value;
  const rest = channels.map((channel) => own(channel.id, channel.rest));
  const animations = (moving[0]?.layers ?? []).map((layer, index, all) => {
    const id = `${name}-${property.property}${all.length > 1 ? `-${index + 1}` : ""}`;
    const valuesAt = (key: number) =>
      channels.map((channel) => {
        const layer = channel.layers[index];
        if (!layer) return own(channel.id, channel.rest);
        const base = layer.relative ? stackBeneath(channel.layers, index, Number(channel.rest)) : 0;
        return own(channel.id, keyText(layer.track, key, base));
      });
    return layerAnimation(
      id,
      property.property,
      layer,
      index,
      (key) => write(valuesAt(key)),
      (key) =>
        Math.min(
          ...channels.map(({ id, layers }) => {
            const track = layers[index]?.track;
            return track
              ? curveTolerance(scene.toleranceOf(figure, id), track, key)
              : MOST_TOLERANCE;
          }),
        ),
      scene.curves,
    );
  });
  // Initial values need not be written, except for size and color, whose initial values differ.
  const isImplied =
    moving.length === 0 &&
    property.implied &&
    channels.every(({ id, rest: value }) => value === channelOf(id).initial);
  const declarations = isImplied ? [] : [`${property.property}: ${write(rest, true)};`];
  return { declarations, registered: [], animations };
}

/** Animates each channel as a registered custom property, and each relative layer as one of its own. */
function asCustomProperties(
  property: CssProperty,
  channels: readonly CssChannel[],
  figure: number,
  name: string,
  scene: CssContext,
): PropertyCss {
  const declarations: string[] = [];
  const registered: CssRegistered[] = [];
  const animations: CssAnimation[] = [];
  const register = (id: ChannelId, variable: string, value: string) => {
    const initial = `0${cssUnit(id)}`;
    registered.push({ name: variable, syntax: cssSyntax(id), initial });
    declarations.push(`${variable}: ${value};`);
  };
  const parts = channels.map(({ id, rest, layers }) => {
    const wanted = `--${name}-${id.toLowerCase()}`;
    const variable = scene.names.properties(`${figure} ${wanted}`, wanted);
    const unit = cssUnit(id);
    register(id, variable, `${cssNumber(Number(rest))}${unit}`);
    const terms = [`var(${variable})`];
    layers.forEach((layer, index) => {
      const added = layer.relative && !isSettled(layers, index);
      const own = layers.length > 1 ? `-${index + 1}` : "";
      const target = added
        ? scene.names.properties(`${figure} ${wanted}${own}`, `${wanted}${own}`)
        : variable;
      if (added) {
        register(id, target, `0${unit}`);
        terms.push(`var(${target})`);
      }
      const base = layer.relative && !added ? stackBeneath(layers, index, Number(rest)) : 0;
      animations.push(
        layerAnimation(
          `${name}-${id.toLowerCase()}${own}`,
          target,
          layer,
          index,
          (key) => {
            const value = keyText(layer.track, key, base);
            return `${typeof value === "number" ? cssNumber(value) : value}${unit}`;
          },
          (key) => curveTolerance(scene.toleranceOf(figure, id), layer.track, key),
          scene.curves,
        ),
      );
    });
    // A negative value where none is allowed would make the whole property invalid, where Levitas shows 0.
    if (isNeverNegative(id)) return `max(0${unit}, ${terms.join(" + ")})`;
    return terms.length === 1 ? String(terms[0]) : `calc(${terms.join(" + ")})`;
  });
  declarations.push(`${property.property}: ${combine(property, parts, scene, true)};`);
  return { declarations, registered, animations };
}
