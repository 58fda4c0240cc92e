import { commonLoop, isBackShown, loopsOf, type Motion } from "../../motion/index.ts";
import type { CssRule } from "./cssRule.ts";

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
  const turns = TURNS.some(
    (channel) =>
      motion.drivenAt(figureIndex, channel) !== undefined ||
      motion.followers.some(({ slot }) => slot === motion.slot(figureIndex, channel)),
  );
  const count = turns ? Math.ceil((to - from) / STEP) : 0;
  let before = isBack(from);
  for (let i = 1; i <= count; i++) {
    const now = isBack(from + i * STEP);
    if (now === before) continue;
    let [low, high] = [from + (i - 1) * STEP, from + i * STEP];
    for (let round = 0; round < 30; round++) {
      const middle = (low + high) / 2;
      if (isBack(middle) === before) low = middle;
      else high = middle;
    }
    times.push(high);
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
  figureIndex: number,
  name: string,
  selector: string,
): CssRule[] {
  const figure = motion.study.figures[figureIndex];
  if (figure?.kind !== "card" || !figure.look.back) return [];
  const word = (shown: boolean) => (shown ? "inherit" : "hidden");
  const duration = Math.max(motion.duration, 1);
  const loop = commonLoop(
    TURNS.flatMap((channel) => loopsOf(motion, figureIndex, motion.slot(figureIndex, channel))),
  ).length;
  /** The part that plays once, and the part that repeats after it. */
  const parts = [
    { from: 0, to: duration, name: "", iterations: 1, fill: "both" },
    {
      from: duration,
      to: duration + loop,
      name: "-loop",
      iterations: Number.POSITIVE_INFINITY,
      fill: "none",
    },
  ]
    .filter(({ from, to }) => to > from)
    .map((part) => ({ ...part, ...faceChanges(motion, figureIndex, part.from, part.to) }));
  const animated = parts.some(({ times }) => times.length > 0);
  const back = parts[0]?.back ?? false;
  const face = (side: "front" | "back"): CssRule => ({
    selector: `${selector} > .${side}`,
    isFace: true,
    registered: [],
    declarations: [
      "position: absolute;",
      "inset: 0;",
      ...(side === "back" ? ["rotate: y 180deg;"] : []),
      `visibility: ${word(back === (side === "back"))};`,
    ],
    animations: animated
      ? parts.map((part) => {
          const first = part.back === (side === "back");
          const stops = [part.from, ...part.times].map((time, i) => ({
            place: ((time - part.from) / (part.to - part.from)) * 100,
            value: word(first !== (i % 2 === 1)),
          }));
          const last = word(first !== (part.times.length % 2 === 1));
          return {
            name: `${name}-${side}${part.name}`,
            property: "visibility",
            frames: [...stops, { place: 100, value: last }],
            duration: part.to - part.from,
            delay: part.from,
            fill: part.fill,
            iterations: part.iterations,
            direction: "normal",
            timing: "step-end",
          };
        })
      : [],
  });
  const front = face("front");
  return [
    { ...front, note: `The faces of ${selector}, inside it: .front and .back.` },
    face("back"),
  ];
}
