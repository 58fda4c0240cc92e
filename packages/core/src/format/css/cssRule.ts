import { cssComment } from "../escape.ts";
import { type CssAnimation, type CssRegistered, placesOf } from "./cssAnimation.ts";
import { type CssBegin, ON_LOAD, playingSelector } from "./cssBegins.ts";
import { cssNumber } from "./cssNumber.ts";
import type { CssCurves } from "./cssText.ts";

/** The rule of one element with its animations: what CSS writes as text, and a script sets up by itself. */
export interface CssRule {
  readonly selector: string;
  /** Said above it. */
  readonly note?: string | undefined;
  readonly declarations: readonly string[];
  readonly registered: readonly CssRegistered[];
  readonly animations: readonly CssAnimation[];
}

/** How rules are written. */
export interface CssWriting {
  /** Names of the keyframes that are written already; several figures may have the same. */
  readonly written?: Set<string>;
  readonly begins?: CssBegin;
  /** Knows what old browsers get in place of a timing. */
  readonly curves?: CssCurves;
}

/** A rule, the properties it registers and its keyframes as text. */
export function ruleText(
  { selector, note, declarations, registered, animations }: CssRule,
  { written = new Set(), begins = ON_LOAD, curves }: CssWriting = {},
): string {
  const running = animationLines(animations);
  const isSame = playingSelector(selector, begins) === selector;
  const all = isSame ? [...declarations, ...running] : declarations;
  const block = (of: string, lines: readonly string[]) => `${of} {\n  ${lines.join("\n  ")}\n}`;
  const keyframes = animations.filter(({ name }) => !written.has(name));
  for (const { name } of keyframes) written.add(name);
  return [
    ...registered.map(
      ({ name, syntax, initial }) =>
        `@property ${name} {\n  syntax: "${syntax}";\n  inherits: false;\n  initial-value: ${initial};\n}`,
    ),
    `${note ? `/* ${cssComment(note)} */\n` : ""}${block(selector, all)}`,
    ...(isSame || running.length === 0 ? [] : [block(playingSelector(selector, begins), running)]),
    ...keyframes.map((each) => keyframesText(each, curves)),
  ].join("\n\n");
}

function animationLines(animations: readonly CssAnimation[]): string[] {
  if (animations.length === 0) return [];
  const lines = [`animation:\n    ${animations.map(animationText).join(",\n    ")};`];
  if (animations.some(({ added }) => added))
    lines.push(
      `animation-composition: ${animations.map(({ added }) => (added ? "add" : "replace")).join(", ")};`,
    );
  return lines;
}

function animationText({
  name,
  duration,
  delay,
  fill,
  iterations,
  direction,
  timing = "linear",
}: CssAnimation): string {
  const times = iterations === Number.POSITIVE_INFINITY ? "infinite" : cssNumber(iterations);
  const round = iterations === 1 && direction === "normal" ? "" : ` ${times}`;
  const way = direction === "normal" ? "" : ` ${direction}`;
  return `${name} ${cssNumber(duration)}ms ${timing} ${cssNumber(delay)}ms${round}${way} ${fill}`;
}

export function keyframesText(
  { name, property, frames }: CssAnimation,
  curves?: CssCurves,
): string {
  const places = placesOf(frames);
  const lines = frames.map(({ value, timing }, i) => {
    const timings = timing ? [curves?.fallbackOf(timing), timing] : [];
    const eased = timings.map((each) => (each ? ` animation-timing-function: ${each};` : ""));
    return `${cssNumber(places[i] as number)}% { ${property}: ${value};${eased.join("")} }`;
  });
  return `@keyframes ${name} {\n  ${lines.join("\n  ")}\n}`;
}

/** For browsers in which animations cannot add: without those that would, so that they replace nothing. */
export function addedText(rules: readonly CssRule[], begins: CssBegin): string[] {
  const without = rules
    .filter(({ animations }) => animations.some(({ added }) => added))
    .map(({ selector, animations }) => {
      const names = animations.map(({ name, added }) => (added ? "none" : name));
      return `  ${playingSelector(selector, begins)} { animation-name: ${names.join(", ")}; }`;
    });
  if (without.length === 0) return [];
  return [`@supports not (animation-composition: add) {\n${without.join("\n")}\n}`];
}

/** What ties animations to how far the page is scrolled, where browsers can: each runs in its part of the way. */
export function scrollText(
  rules: readonly CssRule[],
  { when }: CssBegin,
  duration: number,
  calm: boolean,
): string[] {
  if (when !== "scroll" || duration <= 0) return [];
  const tied = rules
    .filter(({ animations }) => animations.length > 0)
    .map(({ selector, animations }) => {
      const list = (write: (each: CssAnimation) => string) => animations.map(write).join(", ");
      const place = (time: number) =>
        `${cssNumber(Math.min(Math.max((time / duration) * 100, 0), 100))}%`;
      const lines = [
        "animation-timeline: scroll(root);",
        `animation-range: ${list((each) => {
          const end = each.delay + each.duration * rounds(each);
          return `${place(each.delay)} ${place(end)}`;
        })};`,
        "animation-duration: auto;",
        "animation-delay: 0s;",
        `animation-iteration-count: ${list((each) => cssNumber(rounds(each)))};`,
      ];
      return `  ${selector} {\n    ${lines.join("\n    ")}\n  }`;
    });
  if (tied.length === 0) return [];
  const block = `@supports (animation-timeline: scroll()) {\n${tied.join("\n")}\n}`;
  if (!calm) return [block];
  const inside = block.replace(/^(?=.)/gm, "  ");
  return [`@media (prefers-reduced-motion: no-preference) {\n${inside}\n}`];
}

/** What repeats forever is played once along a way that ends. */
const rounds = ({ iterations }: CssAnimation) => (Number.isFinite(iterations) ? iterations : 1);
