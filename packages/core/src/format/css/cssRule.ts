import { cssComment } from "../escape.ts";
import { type CssAnimation, type CssRegistered, placesOf } from "./cssAnimation.ts";
import { cssNumber } from "./cssText.ts";

/** The rule of one element with its animations: what CSS writes as text, and a script sets up by itself. */
export interface CssRule {
  readonly selector: string;
  /** Said above it. */
  readonly note?: string | undefined;
  readonly declarations: readonly string[];
  readonly registered: readonly CssRegistered[];
  readonly animations: readonly CssAnimation[];
}

/** A rule, the properties it registers and its keyframes as text. */
export function ruleText({
  selector,
  note,
  declarations,
  registered,
  animations,
}: CssRule): string {
  const all = [...declarations];
  if (animations.length > 0)
    all.push(`animation:\n    ${animations.map(animationText).join(",\n    ")};`);
  return [
    ...registered.map(
      ({ name, syntax, initial }) =>
        `@property ${name} {\n  syntax: "${syntax}";\n  inherits: false;\n  initial-value: ${initial};\n}`,
    ),
    `${note ? `/* ${cssComment(note)} */\n` : ""}${selector} {\n  ${all.join("\n  ")}\n}`,
    ...animations.map(keyframesText),
  ].join("\n\n");
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

function keyframesText({ name, property, frames }: CssAnimation): string {
  const places = placesOf(frames);
  const lines = frames.map(({ value, timing }, i) => {
    const eased = timing ? ` animation-timing-function: ${timing};` : "";
    return `${cssNumber(places[i] as number)}% { ${property}: ${value};${eased} }`;
  });
  return `@keyframes ${name} {\n  ${lines.join("\n  ")}\n}`;
}
