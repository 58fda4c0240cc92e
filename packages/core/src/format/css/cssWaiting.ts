import type { Motion } from "../../motion/index.ts";
import { type ChannelId, restValue } from "../../study/index.ts";
import { type CssBegin, STATES, waitingSelector } from "./cssBegins.ts";
import type { CssRule } from "./cssRule.ts";
import { propertyTexts } from "./poseCss.ts";

/** How figures stand before their motion begins, where that is not as they are at rest. */
export function waitingRules(
  motion: Motion,
  selectorOf: Readonly<Record<string, string>>,
  rules: readonly CssRule[],
  begins: CssBegin,
): string[] {
  if (!STATES[begins.when]) return [];
  const pose = motion.at(Number.NEGATIVE_INFINITY, new Float64Array(motion.slotCount));
  return motion.study.figures.flatMap((figure, i) => {
    const selector = selectorOf[figure.id] ?? "";
    if (!rules.some((rule) => rule.selector === selector)) return [];
    const isAtRest = (id: ChannelId) =>
      id !== "color" && pose[motion.slot(i, id)] === restValue(figure, id);
    const lines = propertyTexts(motion, pose, i)
      .filter(({ channels }) => !channels.every(isAtRest))
      .map(({ text }) => `  ${text}`);
    if (lines.length === 0) return [];
    return [`${waitingSelector(selector, begins)} {\n${lines.join("\n")}\n}`];
  });
}
