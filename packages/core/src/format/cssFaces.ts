import { type Motion, showsBack } from "../motion/index.ts";
import { cssNumber } from "./cssText.ts";

/** How finely the turn of a card is looked at, ms; a crossing is then found exactly. */
const STEP = 2;

/** Times at which a figure comes to show its other face, ms, and whether it begins with its back. */
export function faceChanges(
  motion: Motion,
  figureIndex: number,
): { readonly back: boolean; readonly times: readonly number[] } {
  const isBack = (t: number) =>
    showsBack(motion.valueAt(figureIndex, "turnX", t), motion.valueAt(figureIndex, "turnY", t));
  const times: number[] = [];
  const turns = motion.driven.some(
    ({ figureIndex: i, channel }) =>
      i === figureIndex && (channel.id === "turnX" || channel.id === "turnY"),
  );
  const count = turns ? Math.ceil(motion.duration / STEP) : 0;
  let before = isBack(0);
  for (let i = 1; i <= count; i++) {
    const now = isBack(i * STEP);
    if (now === before) continue;
    let [low, high] = [(i - 1) * STEP, i * STEP];
    for (let round = 0; round < 30; round++) {
      const middle = (low + high) / 2;
      if (isBack(middle) === before) low = middle;
      else high = middle;
    }
    times.push(high);
    before = now;
  }
  return { back: isBack(0), times };
}

/**
 * The two faces of a card: each is there only while it is seen. Said as times, not by
 * `backface-visibility`, which a fading or blurred card would lose.
 */
export function faceCss(motion: Motion, figureIndex: number, name: string): string[] {
  const figure = motion.study.figures[figureIndex];
  if (figure?.kind !== "card" || !figure.look.back) return [];
  const { back, times } = faceChanges(motion, figureIndex);
  const word = (shown: boolean) => (shown ? "inherit" : "hidden");
  const duration = Math.max(motion.duration, 1);
  const animated = times.length > 0;
  const face = (side: "front" | "back") => {
    const shownFirst = back === (side === "back");
    const id = `${name}-${side}`;
    const rule = [
      "position: absolute;",
      "inset: 0;",
      ...(side === "back" ? ["rotate: y 180deg;"] : []),
      `visibility: ${word(shownFirst)};`,
      ...(animated ? [`animation: ${id} ${cssNumber(duration)}ms step-end both;`] : []),
    ];
    const stops = [0, ...times].map(
      (time, i) =>
        `${cssNumber((time / duration) * 100)}% { visibility: ${word(shownFirst !== (i % 2 === 1))}; }`,
    );
    const last = word(shownFirst !== (times.length % 2 === 1));
    const frames = animated
      ? [`@keyframes ${id} {\n  ${[...stops, `100% { visibility: ${last}; }`].join("\n  ")}\n}`]
      : [];
    return [`.${name} > .${side} {\n  ${rule.join("\n  ")}\n}`, ...frames];
  };
  return [
    `/* The faces of .${name}, inside it: .front and .back. */`,
    ...face("front"),
    ...face("back"),
  ];
}
