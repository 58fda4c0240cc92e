import { isBackShown, type Motion } from "../../motion/index.ts";
import { type ChannelId, channelOf, clampShown, PERSPECTIVE } from "../../study/index.ts";
import { printShownColor } from "../../value/index.ts";
import { cssNumber } from "./cssNumber.ts";
import { CSS_PROPERTIES, combine, cssUnit } from "./cssProperties.ts";
import type { CssRule } from "./cssRule.ts";

/** The declaration of each property of a figure as it stands in a pose buffer, and the channels it is made of. */
export function propertyTexts(
  motion: Motion,
  pose: Float64Array,
  index: number,
): { readonly property: string; readonly channels: readonly ChannelId[]; readonly text: string }[] {
  const around = { perspective: motion.study.scene.perspective ?? PERSPECTIVE };
  return CSS_PROPERTIES.map((property) => {
    const values = property.channels.map((id) =>
      id === "color"
        ? printShownColor(pose, motion.slot(index, id))
        : `${cssNumber(clampShown(channelOf(id), pose[motion.slot(index, id)] as number))}${cssUnit(id)}`,
    );
    const text = `${property.property}: ${combine(property, values, around, true)};`;
    return { property: property.property, channels: property.channels, text };
  });
}

/** The rules of all figures that are there as they stand at a time, ms. */
export function poseRules(
  motion: Motion,
  time: number,
  selectorOf: Readonly<Record<string, string>>,
  isThere: (figureId: string) => boolean = () => true,
): CssRule[] {
  const pose = motion.at(time, new Float64Array(motion.slotCount));
  return motion.study.figures.flatMap((figure, i): CssRule[] => {
    if (!isThere(figure.id)) return [];
    const read = (id: ChannelId) => pose[motion.slot(i, id)] as number;
    const declarations = propertyTexts(motion, pose, i).map(({ text }) => text);
    const selector = selectorOf[figure.id] ?? "";
    const rule = (name: string, all: readonly string[]): CssRule => ({
      selector: name,
      declarations: all,
      registered: [],
      animations: [],
    });
    const own = rule(selector, ["position: absolute;", "left: 0;", "top: 0;", ...declarations]);
    if (figure.kind !== "card" || !figure.look.back) return [own];
    const back = isBackShown(read("turnX"), read("turnY"));
    const face = (side: "front" | "back") =>
      rule(`${selector} > .${side}`, [
        "position: absolute;",
        "inset: 0;",
        ...(side === "back" ? ["rotate: y 180deg;"] : []),
        `visibility: ${back === (side === "back") ? "inherit" : "hidden"};`,
      ]);
    return [own, face("front"), face("back")];
  });
}
