import type { Patch } from "immer";
import {
  channelOf,
  findChannel,
  type Key,
  type Study,
  type Track,
  type Tween,
} from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { applyTo } from "./change.ts";
import type { History, HistoryEntry } from "./history.ts";

/** What the steps of a history were about, in words such as "Card · y, 400 ms"; "" where it was about several things. */
export interface ChangedThings {
  /** Of what can be undone, the newest first. */
  readonly past: readonly string[];
  /** Of what can be redone, the next first. */
  readonly future: readonly string[];
}

/** What the last steps of a history were about, and those that were taken back, `most` of each. */
export function changedThings<Selection>(
  { study, past, future }: History<Selection>,
  most: number,
): ChangedThings {
  const thing = (before: Study, after: Study, { patches, inverse }: HistoryEntry<Selection>) =>
    changedThing(after, patches) || changedThing(before, inverse);
  const things: { past: string[]; future: string[] } = { past: [], future: [] };
  let state = study;
  for (const entry of past.slice(-most).reverse()) {
    const before = applyTo(state, entry.inverse);
    things.past.push(thing(before, state, entry));
    state = before;
  }
  state = study;
  for (const entry of future.slice(0, most)) {
    const after = applyTo(state, entry.patches);
    things.future.push(thing(state, after, entry));
    state = after;
  }
  return things;
}

/**
 * What a change was about, in words: "Card · y, 400 ms", or the name of a figure or a block; "" where it is about several
 * things or none of these.
 *
 * @param study the state in which the thing is: after the change, or before it where that took it away
 */
function changedThing(study: Study, patches: readonly Patch[]): string {
  const [words, ...others] = new Set(patches.map(({ path }) => wordsOf(study, path)));
  return words !== undefined && others.length === 0 ? words : nameOnly([words ?? "", ...others]);
}

/** Where several places begin alike, what they have in common: the figure, or the figure with its channel. */
function nameOnly(all: readonly string[]): string {
  const [first = ""] = all;
  const shorter = first.split(/, \d/)[0] ?? "";
  if (shorter !== "" && all.every((each) => each.startsWith(shorter))) return shorter;
  const figure = first.split(" · ")[0] ?? "";
  return figure !== "" && all.every((each) => each.startsWith(figure)) ? figure : "";
}

function wordsOf(study: Study, path: readonly (string | number)[]): string {
  const [root, ...rest] = path;
  if (root === "figures") return figureWords(study, rest);
  if (root !== "sequence") return "";
  let at: unknown = study.sequence;
  let tween: Tween | undefined;
  let track: Track | undefined;
  let key: Key | undefined;
  let name = "";
  for (const step of rest) {
    at = (at as Record<string | number, unknown> | undefined)?.[step];
    if (typeof at !== "object" || at === null) break;
    if ("tracks" in at) tween = at as Tween;
    if ("tether" in at && "name" in at) name = String(at.name);
    if ("channel" in at && "keys" in at) track = at as Track;
    if ("time" in at && "value" in at) key = at as Key;
  }
  if (!tween || !track) return name;
  const figure = study.figures.find(({ id }) => id === tween.figures[0])?.name ?? name;
  const more = tween.figures.length > 1 ? ` and ${tween.figures.length - 1} more` : "";
  const lane = `${figure}${more} · ${channelOf(track.channel).label}`;
  if (!key) return lane;
  return `${lane}, ${Math.round(placeItems(study).outer(tween.id, key.time))} ms`;
}

function figureWords(study: Study, rest: readonly (string | number)[]): string {
  const [index, field, channel] = rest;
  const figure = study.figures[Number(index)];
  if (!figure) return "";
  const label =
    field === "rest" && typeof channel === "string" ? findChannel(channel)?.label : undefined;
  return label ? `${figure.name} · ${label}` : figure.name;
}
