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
import type { Page } from "puppeteer-core";
import { comparePlayed, playedSamples } from "./stagePlay.ts";

/** Has a hand-off running on the page, as its stage shows it. */
export async function buildStage(
  page: Page,
  study: Study,
  id = "css",
  chosen: HandoffSettings = {},
): Promise<void> {
  const format = HANDOFF_FORMATS.find((each) => each.id === id);
  if (!format?.hasStage) throw new Error(`${id} has no stage`);
  const writer = await format.load();
  const settings = { ...initialSettings(format, study), ...chosen };
  const handoff = writer.write(study, settings, {});
  const html = writer.stage?.(study, handoff, {}, settings) ?? "";
  await page.setContent(withScript(html, stageScript(handoff.selectorOf ?? {})));
}

/** How many moments are asked for together. */
const AT_ONCE = 40;

/** Plays the page to some times and compares it with a motion; see `compareShown`. */
export async function compareStage(
  page: Page,
  motion: Motion,
  times: readonly number[],
  leeway = 0,
): Promise<ShownDifference> {
  const found = noDifference();
  // Many moments in one question: each costs more to ask than to answer.
  for (let from = 0; from < times.length; from += AT_ONCE) {
    const some = times.slice(from, from + AT_ONCE);
    const all = await page.evaluate(
      (list) =>
        list.map((at) =>
          (
            globalThis as unknown as { levitasShownAt: (time: number) => Record<string, Shown> }
          ).levitasShownAt(at),
        ),
      some,
    );
    some.forEach((time, i) => {
      const shown = all[i] ?? {};
      for (const { id, name } of motion.study.figures)
        if (!shown[id]) throw new Error(`${name} is not on the page`);
      compareShown(motion, time, shown, found, leeway);
    });
  }
  return found;
}

/** Plays the page past its end, as browsers play it, and compares it with a motion. */
export async function playStage(page: Page, motion: Motion): Promise<ShownDifference> {
  // What was sought before stands elsewhere now: it begins anew.
  const ask = (script: string) => page.evaluate(script) as Promise<readonly PlayedSample[]>;
  return comparePlayed(motion, await playedSamples(ask, motion));
}

/** Expects that a hand-off moves as its motion does, within the tolerances of all of them. */
export function expectAlike(
  { worst, switches }: ShownDifference,
  tolerances: Readonly<Record<Proven, number>> = TOLERANCES,
): void {
  const over = PROVEN.filter((what) => worst[what].size > tolerances[what]);
  expect(over.map((what) => ({ what, ...worst[what] }))).toEqual([]);
  expect(switches).toEqual([]);
}
