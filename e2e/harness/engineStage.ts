import {
  compareShown,
  HANDOFF_FORMATS,
  type HandoffSettings,
  initialSettings,
  noDifference,
  type PlayedSample,
  PROVEN,
  type Proven,
  type Shown,
  type ShownDifference,
  stageScript,
  TOLERANCES,
  withScript,
} from "@levitas/core/format";
import type { Motion } from "@levitas/core/motion";
import type { Study } from "@levitas/core/study";
import type { Engine, EngineName } from "./engines.ts";
import { comparePlayed, playedSamples, playRate } from "./stagePlay.ts";

/** What every engine has to keep to: px, steps of 255, and units of channels. */
export const ENGINE_TOLERANCES: Readonly<Record<Proven, number>> = {
  ...TOLERANCES,
  ...{ position: 0.5, rotate: 0.1, opacity: 0.005, color: 3, blur: 0.1, corner: 0.5 },
};

/**
 * WebKit takes pivots from sizes in whole px, of what changes its size: a limit that the hand-off room says. With a pivot
 * at twice the width, in a figure that turns, a px of size is 2.6 px on the screen.
 */
const WEBKIT_TOLERANCES = { position: 3, rotate: 0.5, opacity: 0.01, color: 4 };

/** Has a hand-off running in an engine, as it is for people who prefer reduced motion where that is said. */
export async function stageIn(
  engine: Engine,
  study: Study,
  id: string,
  chosen: HandoffSettings = {},
  isReduced = false,
): Promise<void> {
  const format = HANDOFF_FORMATS.find((each) => each.id === id);
  if (!format?.hasStage) throw new Error(`${id} has no stage`);
  const writer = await format.load();
  const settings = { ...initialSettings(format, study), ...chosen };
  const handoff = writer.write(study, settings, {});
  const html = writer.stage?.(study, handoff, { isReduced }, settings) ?? "";
  const script = stageScript(handoff.selectorOf ?? {});
  const before = isReduced ? `${onlyPlaying(settings.reduced)};` : "";
  await engine.show(withScript(html, before + script));
}

/** Leaves what is held still as it is found; what stands at once as it ends, or at rest, plays nothing at all. */
const onlyPlaying = (reduced: unknown) => `(() => {
  const all = Document.prototype.getAnimations.call(document);
  const playing = all.filter(({ playState }) => ${reduced !== "end" && reduced !== "rest"} && playState !== "paused");
  // Of this page only: a page that is written anew keeps its document.
  document.getAnimations = () => {
    delete document.getAnimations;
    return playing;
  };
})()`;

/** How far what an engine shows at some moments is from a motion at the worst. */
export async function soughtIn(
  engine: Engine,
  motion: Motion,
  times: readonly number[],
): Promise<ShownDifference> {
  const all = await engine.ask<Record<string, Shown>[]>(
    `${JSON.stringify(times)}.map((time) => levitasShownAt(time))`,
  );
  const found = noDifference();
  times.forEach((time, i) => {
    const shown = all[i] ?? {};
    for (const { id, name } of motion.study.figures)
      if (!shown[id]) throw new Error(`${name} is not on the page`);
    compareShown(motion, time, shown, found, 0.1);
  });
  return found;
}

/**
 * How far what an engine shows while it plays, past the end, is from a motion at the worst.
 *
 * @param longest how long it plays at the most, ms
 */
export async function playedIn(
  engine: Engine,
  motion: Motion,
  longest?: number,
): Promise<ShownDifference> {
  const rate = playRate(motion, engine.fastest, longest);
  // Without a graphics card WebKit draws what is large a few times a second.
  const fewest = engine.name === "WebKit" ? 2 : undefined;
  const ask = (script: string) => engine.ask<PlayedSample[]>(script);
  const samples = await playedSamples(ask, motion, rate, fewest);
  const leeway = engine.clock * rate;
  return comparePlayed(motion, samples, Math.max(leeway, 0.1), fewest);
}

/** What is farther off than engines may be, in words; empty where nothing is. */
export function offIn({ worst, switches }: ShownDifference, engine?: EngineName): string[] {
  const allowed = { ...ENGINE_TOLERANCES, ...(engine === "WebKit" ? WEBKIT_TOLERANCES : {}) };
  const over = PROVEN.filter((what) => worst[what].size > allowed[what]);
  return [
    ...over.map((what) => {
      const { size, figure, time } = worst[what];
      return `${what} of ${figure} is ${size} off at ${Math.round(time)} ms`;
    }),
    ...switches,
  ];
}

/** Moments between jumps: at the very moment of one, a rounding decides which side is seen. */
export function momentsIn({ duration, endless }: Motion, count: number): number[] {
  const until = duration * (endless ? 1.6 : 1.06) + 5;
  return Array.from({ length: count }, (_, i) => (until * (i + 0.371)) / count);
}
