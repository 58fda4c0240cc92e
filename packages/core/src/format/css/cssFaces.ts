import { isBackShown, type Motion } from "../../motion/index.ts";
import { edgeBetween } from "../../value/index.ts";
import type { CssContext } from "./cssFigure.ts";
import type { CssRule } from "./cssRule.ts";
import { isDriven } from "./moved.ts";
import { seenAnimations, seenOverTime } from "./seen.ts";

/** The step at which the rotation of a card is sampled, ms; a crossing is then found exactly. */
const STEP = 2;

const TURNS = ["turnX", "turnY"] as const;

/** The times at which a figure turns over to its other face, ms, and whether it begins with its back. */
export function faceChanges(
  motion: Motion,
  figureIndex: number,
  from = 0,
  to = motion.duration,
): { readonly back: boolean; readonly times: readonly number[] } {
  const isBack = (t: number) =>
    isBackShown(motion.valueAt(figureIndex, "turnX", t), motion.valueAt(figureIndex, "turnY", t));
  const times: number[] = [];
  const turns = TURNS.some((channel) => isDriven(motion, figureIndex, channel));
  const count = turns ? Math.ceil((to - from) / STEP) : 0;
  let before = isBack(from);
  for (let i = 1; i <= count; i++) {
    const now = isBack(from + i * STEP);
    if (now === before) continue;
    const [low, high] = [from + (i - 1) * STEP, from + i * STEP];
    const side = before;
    times.push(edgeBetween((time) => isBack(time) === side, low, high, 30));
    before = now;
  }
  return { back: isBack(from), times };
}

/**
 * The two faces of a card: each is visible only while it faces the viewer. Written as times instead of
 * `backface-visibility`, which a fading or blurred card would lose.
 */
export function faceCss(
  motion: Motion,
  index: number,
  selector: string,
  scene: CssContext,
): CssRule[] {
  const figure = motion.study.figures[index];
  if (figure?.kind !== "card" || !figure.look.back) return [];
  const face = (side: "front" | "back"): CssRule => {
    const seen = seenOverTime(motion, index, side);
    return {
      selector: `${selector} > .${side}`,
      registered: [],
      declarations: [
        "position: absolute;",
        "inset: 0;",
        ...(side === "back" ? ["rotate: y 180deg;"] : []),
        `visibility: ${seen.initial ? "inherit" : "hidden"};`,
      ],
      animations: seenAnimations(seen, `${scene.names.classes[index]}-${side}`, index, scene),
    };
  };
  const front = face("front");
  return [
    { ...front, note: `The faces of ${selector}, inside it: .front and .back.` },
    face("back"),
  ];
}
