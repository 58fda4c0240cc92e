import { type Motion, shownMarkers } from "@levitas/core/motion";
import { eachTween } from "@levitas/core/study";
import { boundsNow } from "../geometry/bounds.ts";
import type { Bench } from "../session/bench.ts";
import type { Command } from "./command.ts";
import { COMMANDS } from "./commands.ts";

/** A line of the palette: a command, or somewhere to go. */
export interface Offer {
  readonly id: string;
  readonly text: string;
  /** What it is, in a word; empty for commands. */
  readonly kind: string;
  readonly keys: string;
  /** Other words that it is found by. */
  readonly also?: string;
  readonly command?: Command;
  readonly go?: (bench: Bench) => void;
  /** The address of a screen. */
  readonly leave?: string;
}

/** All that the palette offers for a study with an id. */
export function offersOf(motion: Motion, studyId: string): readonly Offer[] {
  const { study } = motion;
  return [
    ...COMMANDS.map((command) => ({
      id: `command ${command.id}`,
      text: command.label,
      kind: "",
      keys: command.shownKeys ?? "",
      also: command.also ?? "",
      command,
    })),
    ...[
      { text: "Hand off", leave: `/studies/${studyId}/handoff` },
      { text: "Studies", leave: "/" },
      { text: "Curves", leave: "/curves" },
    ].map((screen) => ({ ...screen, id: `screen ${screen.leave}`, kind: "screen", keys: "" })),
    ...study.figures.map(({ id, name }) => ({
      id: `figure ${id}`,
      text: name,
      kind: "figure",
      keys: "",
      go: (bench: Bench) => {
        bench.select({ figure: id, channel: null, span: null, keys: [] });
        bench.camera.show(boundsNow(bench, id));
      },
    })),
    ...shownMarkers(motion).map(({ id, name, time }) => ({
      id: `marker ${id}`,
      text: name,
      kind: `marker at ${Math.round(time)} ms`,
      keys: "",
      go: (bench: Bench) => {
        bench.clock.pause();
        bench.clock.seek(time);
      },
    })),
    ...study.curves.map(({ id, name }) => ({
      id: `curve ${id}`,
      text: name,
      kind: "shared curve",
      keys: "",
      go: (bench: Bench) => selectFirstSpan(bench, id),
    })),
  ];
}

/** Selects the first span that follows a shared curve, so that the curve can be shaped. */
function selectFirstSpan(bench: Bench, curveId: string): void {
  for (const tween of eachTween(bench.study.sequence))
    for (const track of tween.tracks)
      for (const key of track.keys.slice(0, -1)) {
        if (!key.curve || !("shared" in key.curve) || key.curve.shared !== curveId) continue;
        bench.select({
          figure: tween.figures[0] ?? null,
          channel: track.channel,
          span: key.id,
          keys: [],
        });
        return;
      }
}

/**
 * The offers in which every typed word occurs, best first: those that begin with what was typed, then those with a word
 * that does, then those in which they occur, then those that people look for by such words; in their own order otherwise.
 */
export function findOffers(offers: readonly Offer[], typed: string): readonly Offer[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return offers;
  const rank = ({ text }: Offer): number => {
    const low = text.toLowerCase();
    if (low.startsWith(words.join(" "))) return 0;
    const begins = words.every((word) => new RegExp(`(^|\\W)${escaped(word)}`).test(low));
    return begins ? 1 : words.every((word) => low.includes(word)) ? 2 : 3;
  };
  return offers
    .filter(({ text, kind, also = "" }) => {
      const all = `${text} ${kind} ${also}`.toLowerCase();
      return words.every((word) => all.includes(word));
    })
    .map((offer) => ({ offer, rank: rank(offer) }))
    .sort((a, b) => a.rank - b.rank)
    .map(({ offer }) => offer);
}

function escaped(word: string): string {
  return word.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
}
