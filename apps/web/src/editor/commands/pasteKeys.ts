import { type Clipboard, copyKeys, type PasteArguments, pasteKeys } from "@levitas/core/edit";
import { nearestFrame } from "@levitas/core/motion";
import { eachTween } from "@levitas/core/study";
import { nanoid } from "nanoid";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";
import { chosenFigures } from "../session/selection.ts";

/** How copied keys are pasted where the person says nothing else. */
export type PasteChoice = Pick<PasteArguments, "cycles" | "values" | "channels" | "onto">;

/** The figures copied keys go to: the chosen ones, else those it came from. */
function targetsOf(bench: Bench, copied: Clipboard): readonly string[] {
  const chosen = chosenFigures(bench.selection);
  if (chosen.length > 0) return chosen;
  const names = new Set(copied.tracks.map(({ from }) => from));
  return bench.study.figures.filter(({ name }) => names.has(name)).map(({ id }) => id);
}

/** Pastes copied keys on the chosen figures, its first key at a time, ms; the new keys are chosen afterwards. */
export function pasteKeysOf(
  bench: Bench,
  copied: Clipboard,
  choice: PasteChoice,
  time: number,
): void {
  const figureIds = targetsOf(bench, copied);
  if (figureIds.length === 0) {
    say("Choose the figure that is to get the keys.");
    return;
  }
  const before = new Set(allKeyIds(bench));
  const name = copied.tracks[0]?.channel ?? "keys";
  bench.perform(pasteKeys, {
    copied,
    figureIds,
    time,
    name,
    newId: () => nanoid(8),
    ...choice,
  });
  const fresh = allKeyIds(bench).filter((id) => !before.has(id));
  if (fresh.length === 0) {
    say("Nothing was pasted: none of the channels was chosen.");
    return;
  }
  bench.select({ keys: fresh });
  say(`Pasted ${fresh.length} ${fresh.length === 1 ? "key" : "keys"} at ${Math.round(time)} ms.`);
}

/** The playhead, on its frame. */
export function pasteTime(bench: Bench): number {
  return nearestFrame(bench.clock.time, bench.study.scene.frameRate);
}

/** Sets the chosen keys again at the playhead. */
export function repeatChosen(bench: Bench): boolean {
  const copied = copyKeys(bench.study, bench.selection.keys);
  if (!copied) return false;
  const owners = new Set<string>();
  for (const tween of eachTween(bench.study.sequence))
    if (tween.tracks.some(({ keys }) => keys.some(({ id }) => bench.selection.keys.includes(id))))
      for (const id of tween.figures) owners.add(id);
  const [figure = null, ...more] = owners;
  bench.select({ figure, more, keys: bench.selection.keys });
  pasteKeysOf(bench, copied, { values: "absolute" }, pasteTime(bench));
  return true;
}

/** Gives the chosen figure a whole motion, where that figure stands, at the time it had. */
export function giveMotion(bench: Bench, copied: Clipboard, figureId: string): void {
  bench.select({ figure: figureId, channel: null, span: null, keys: [] });
  pasteKeysOf(bench, copied, { values: "relative" }, copied.start ?? 0);
}

function allKeyIds(bench: Bench): string[] {
  const ids: string[] = [];
  for (const tween of eachTween(bench.study.sequence))
    for (const track of tween.tracks) for (const key of track.keys) ids.push(key.id);
  return ids;
}
