import { TokenType } from "@csstools/css-tokenizer";
import type { Motion } from "../../motion/index.ts";
import {
  type ChannelId,
  channelOf,
  type Figure,
  restValue,
  type Study,
} from "../../study/index.ts";
import type { CssAnimation } from "./cssAnimation.ts";
import { isClosedWithout, isSelector } from "./cssBegins.ts";
import { type CssContext, propertyCss } from "./cssFigure.ts";
import { cssNumber } from "./cssNumber.ts";
import { CSS_PROPERTIES, type CssProperty, type CssScene } from "./cssProperties.ts";
import type { CssRule } from "./cssRule.ts";
import { isMoved } from "./moved.ts";

// What leaves as motion only says nothing but how elements move that have a look and a place of their own: those that a
// figure was brought in from, or any that stand where the figure stands at rest.

/** Whether a channel is a factor, not a sum, of what several properties say of it. */
const isFactor = (id: ChannelId): boolean => id === "scaleX" || id === "scaleY";

/** What of a channel's value an element has besides: the place where it stands, and what other properties declare. */
function apartOf({ css, ...figure }: Figure, id: ChannelId): number {
  if (css) return css.apart[id] ?? (isFactor(id) ? 1 : 0);
  return id === "x" || id === "y" ? Number(restValue(figure, id)) : isFactor(id) ? 1 : 0;
}

/** What of a channel's value the property itself says; see `CssScene`. */
export const ownValueIn =
  ({ figures }: Study): NonNullable<CssScene["ownValue"]> =>
  (index, id, value) => {
    const figure = figures[index];
    if (!figure) return value;
    const apart = apartOf(figure, id);
    if (!isFactor(id)) return value - apart;
    // Beside a scale of 0 nothing is seen, whatever it says.
    return apart === 0 ? value : value / apart;
  };

/** The selectors of the rules that figures were brought in from, by figure id. */
export function selectorsOfOrigin({ figures }: Study): Readonly<Record<string, string>> {
  return Object.fromEntries(
    figures.flatMap(({ id, css }) => (css && isSelector(css.selector) ? [[id, css.selector]] : [])),
  );
}

/**
 * The rule of an element that moves as a figure does: what its own rule declares, as it was written, and animations in
 * the properties that its own animations had. What was changed here at rest is declared after it. Undefined for one that
 * neither moves nor was changed.
 *
 * @param isStaged whether it is to be shown by itself: then all that the element has is declared, and where it stands
 */
export function motionOnlyRule(
  motion: Motion,
  figure: Figure,
  name: string,
  scene: CssContext,
  isStaged: boolean,
): CssRule | undefined {
  const index = motion.figureIndex(figure.id);
  const animations: CssAnimation[] = [];
  const changed: string[] = [];
  for (const property of propertiesOf(motion, figure, scene, isStaged)) {
    const written = propertyCss(motion, figure, property, name, scene);
    animations.push(...written.animations);
    if (isStaged || isChanged(figure, property)) changed.push(...written.declarations);
  }
  if (!isStaged) animations.push(...keptOf(figure, name, scene, index));
  const own = isStaged
    ? standing(figure)
    : (figure.css?.declarations ?? []).filter(isDeclaration).map((each) => `${each};`);
  if (!isStaged && animations.length === 0 && changed.length === 0) return undefined;
  const selector = scene.selectorOf[figure.id] as string;
  return { selector, registered: [], declarations: [...own, ...changed], animations };
}

/** The animations of an element that no channel could hold, as they came. */
function keptOf(
  { css }: Figure,
  name: string,
  scene: CssContext,
  index: number,
): readonly CssAnimation[] {
  const isSound = (property: string, value: string) => isDeclaration(`${property}: ${value}`);
  return (css?.kept ?? [])
    .filter(
      ({ property, frames, easing }) =>
        isSound("easing", easing) &&
        frames.every(
          (each) => isSound(property, each.value) && isSound("easing", each.easing ?? "linear"),
        ),
    )
    .map(({ property, frames, easing, iterations, ...timing }, i) => {
      const wanted = `${name}-${property}`;
      return {
        ...timing,
        name: scene.names.keyframes(`${index} kept ${i}`, wanted),
        property,
        timing: easing,
        iterations: iterations ?? Number.POSITIVE_INFINITY,
        frames: frames.map(({ offset, value, easing: own }) => ({
          place: offset * 100,
          value,
          ...(own ? { timing: own } : {}),
        })),
      };
    });
}

/** Whether a rest value of a property is another one than it was when the figure was brought in. */
const isChanged = (figure: Figure, { channels }: CssProperty): boolean =>
  figure.css !== undefined &&
  channels.some((id) => restValue(figure, id) !== (figure.css?.rest[id] ?? channelOf(id).initial));

/** The properties by which a figure moves: one `transform` where its element had one. */
function propertiesOf(
  motion: Motion,
  figure: Figure,
  scene: CssContext,
  isStaged: boolean,
): readonly CssProperty[] {
  const { css } = figure;
  // On a stage figures are painted in their color.
  const colored = CSS_PROPERTIES.map((each) =>
    each.property === "color" && css?.color && !isStaged ? { ...each, property: css.color } : each,
  );
  if (!css?.isTransform) return colored;
  const index = motion.figureIndex(figure.id);
  const says = (id: ChannelId) =>
    isMoved(motion, index, id) ||
    scene.ownValue?.(index, id, Number(restValue(figure, id))) !== neutral(id);
  const isPart = ({ property }: CssProperty) => TOGETHER.includes(property);
  const parts = colored.filter((each) => isPart(each) && each.channels.some(says));
  const others = colored.filter((each) => !isPart(each));
  return parts.length === 0 ? others : [...others, together(parts)];
}

/** The one `transform` by which a figure moves whose element had one; undefined for others. */
export const joinedIn =
  (motion: Motion, scene: CssContext) =>
  (index: number): CssProperty | undefined =>
    propertiesOf(motion, motion.study.figures[index] as Figure, scene, false).find(
      ({ parts }) => parts !== undefined,
    );

const neutral = (id: ChannelId): number => (isFactor(id) ? 1 : 0);
/** In the order in which browsers apply them, which is that of the functions in `transform`. */
const TOGETHER = ["translate", "rotate", "scale", "transform"];

/** Several properties as functions of one `transform`. */
function together(parts: readonly CssProperty[]): CssProperty {
  return {
    ...{ property: "transform", cost: "composited", implied: true, parts },
    channels: parts.flatMap(({ channels }) => channels),
    write: (values, scene) => {
      let next = 0;
      return parts
        .map(({ property, channels, write }) => {
          const own = channels.map(() => values[next++] as string);
          return write?.(own, scene) ?? `${property}(${own.join(", ")})`;
        })
        .join(" ");
    },
  };
}

/** Where an element stands on a stage of its own, apart from what its properties say. */
function standing(figure: Figure): string[] {
  const apart = (id: ChannelId) => cssNumber(apartOf(figure, id));
  const lines = ["position: absolute;", "left: 0;", "top: 0;"];
  lines.push(`margin: ${apart("y")}px 0 0 ${apart("x")}px;`);
  if (figure.css?.isTransform) {
    // What measures the stage finds no angle by itself.
    lines.push("--joined: 1;");
    lines.push(`rotate: ${apart("rotate")}deg;`);
    lines.push(`scale: ${apart("scaleX")} ${apart("scaleY")};`);
  }
  return lines;
}

/** Whether a text is one declaration and nothing else: it may come from a file of somebody else's. */
export function isDeclaration(text: string): boolean {
  const [name, ...rest] = text.split(":");
  if (!/^[-\w]+$/.test(name?.trim() ?? "") || rest.length === 0) return false;
  return isClosedWithout(text, ENDS);
}

const ENDS: ReadonlySet<TokenType> = new Set([
  TokenType.OpenCurly,
  TokenType.CloseCurly,
  TokenType.Semicolon,
  TokenType.Comment,
  TokenType.BadString,
  TokenType.BadURL,
]);
