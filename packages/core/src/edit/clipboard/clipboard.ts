import type { Curve } from "../../curve/index.ts";
import { reverseCurve } from "../../fit/index.ts";
import {
  type ChannelId,
  channelOf,
  curveOfKey,
  eachTween,
  type Key,
  type SpaceHandle,
  type Study,
  spacePathOf,
  type Track,
} from "../../study/index.ts";
import { type AngleRoute, type ColorSpace, extentOf } from "../../value/index.ts";
import { chosenKeys } from "../keys/manyKeys.ts";

/** The value of the field `format` of copied keys. */
export const CLIPBOARD_FORMAT = "levitas-keys";

/** Copied keys: plain JSON that needs nothing of the study they were copied from. */
export interface Clipboard {
  readonly format: typeof CLIPBOARD_FORMAT;
  readonly version: 1;
  /** Time from the first key to the last, ms. */
  readonly duration: number;
  /** Time of the first key in the study it was copied from, ms. */
  readonly start?: number;
  readonly tracks: readonly ClipboardTrack[];
}

/** Copied keys of one channel. Times count from the first of all copied keys. */
export interface ClipboardTrack {
  /** Name of the figure they were copied from, and its index among the copied figures. */
  readonly from: string;
  readonly figure: number;
  readonly channel: ChannelId;
  readonly mode?: "relative";
  readonly route?: AngleRoute;
  readonly space?: ColorSpace;
  /** Whether x and y of this figure form one path through space. */
  readonly path?: boolean;
  readonly keys: readonly ClipboardKey[];
}

/** A copied key; a shared curve is copied as a curve. */
export interface ClipboardKey {
  readonly time: number;
  readonly value: Key["value"];
  readonly curve?: Curve;
  readonly in?: SpaceHandle;
  readonly out?: SpaceHandle;
}

/** Copies keys. Undefined if none of them is in the study. */
export function copyKeys(study: Study, keyIds: readonly string[]): Clipboard | undefined {
  const chosen = chosenKeys(study, keyIds);
  if (chosen.length === 0) return undefined;
  const [from, to] = extentOf(chosen.map(({ time }) => time));
  const figures = new Map<string, number>();
  const tracks = new Map<string, ClipboardTrack & { keys: ClipboardKey[] }>();
  for (const { tween, track, key, time } of chosen) {
    const path = spacePathOf(tween);
    const joined = path !== undefined && (track === path.x || track === path.y);
    const id = tween.figures[0] ?? "";
    const figure = figures.get(id) ?? figures.size;
    figures.set(id, figure);
    const name = `${id} ${track.channel}`;
    const known = tracks.get(name) ?? {
      from: study.figures.find((each) => each.id === id)?.name ?? "",
      figure,
      channel: track.channel,
      ...(track.mode === "relative" ? { mode: "relative" as const } : {}),
      ...(track.route ? { route: track.route } : {}),
      ...(track.space ? { space: track.space } : {}),
      ...(joined ? { path: true } : {}),
      keys: [],
    };
    known.keys.push({
      time: time - from,
      value: key.value,
      ...(key.curve ? { curve: curveOfKey(study, key) } : {}),
      ...(joined && key.in ? { in: key.in } : {}),
      ...(joined && key.out ? { out: key.out } : {}),
    });
    tracks.set(name, known);
  }
  for (const { keys } of tracks.values()) keys.sort((a, b) => a.time - b.time);
  return {
    format: CLIPBOARD_FORMAT,
    version: 1,
    duration: to - from,
    start: from,
    tracks: [...tracks.values()],
  };
}

/** Ids of all keys that move a figure. */
export function keysOfFigure(study: Study, figureId: string, channel?: ChannelId): string[] {
  const ids: string[] = [];
  for (const tween of eachTween(study.sequence)) {
    if (!tween.figures.includes(figureId)) continue;
    for (const track of tween.tracks)
      if (channel === undefined || track.channel === channel)
        for (const key of track.keys) ids.push(key.id);
  }
  return ids;
}

/** How many times copied keys are repeated when they are pasted, and in which direction, as CSS names it. */
export interface Cycles {
  readonly count: number;
  readonly direction: "normal" | "reverse" | "alternate" | "alternate-reverse";
}

/**
 * The keys of a track repeated end to end. Where one repetition ends at the value with which the next begins they
 * share one key; with `carry` each repetition continues from the value at which the previous one ended. Backward
 * repetitions reverse every curve. Channels that end before others hold their value until the next repetition.
 */
export function cycleKeys(
  track: ClipboardTrack,
  duration: number,
  { count, direction }: Cycles,
  carry: boolean,
): ClipboardKey[] {
  const { keys } = track;
  const first = keys[0] as ClipboardKey;
  const last = keys[keys.length - 1] as ClipboardKey;
  const passes = Math.max(Math.round(count), 1);
  const result: ClipboardKey[] = [];
  let lifted = 0;
  for (let pass = 0; pass < passes; pass++) {
    const odd = pass % 2 === 1;
    const back =
      direction === "reverse" ||
      (direction === "alternate" ? odd : direction === "alternate-reverse" && !odd);
    const run = back ? backwards(keys, duration) : keys;
    const begin = back ? last : first;
    const before = result.at(-1);
    if (carry && before && typeof before.value === "number" && typeof begin.value === "number")
      lifted = before.value - begin.value;
    else if (!carry) lifted = 0;
    const offset = pass * duration;
    run.forEach((key, i) => {
      const time = offset + key.time;
      const value = typeof key.value === "number" ? key.value + lifted : key.value;
      const fresh: ClipboardKey = { ...key, time, value };
      const tail = result.at(-1);
      const joins =
        i === 0 &&
        tail !== undefined &&
        Math.abs(tail.time - time) < 1e-6 &&
        JSON.stringify(tail.value) === JSON.stringify(value);
      if (!joins) result.push(fresh);
      else {
        const { out, curve } = fresh;
        result[result.length - 1] = {
          ...tail,
          ...(curve ? { curve } : {}),
          ...(out ? { out } : {}),
        };
      }
    });
  }
  // No span begins at the last key, so it has no curve.
  const tail = result.at(-1);
  if (tail) {
    const { curve: _, out: __, ...rest } = tail;
    result[result.length - 1] = rest;
  }
  return result;
}

function backwards(keys: readonly ClipboardKey[], duration: number): ClipboardKey[] {
  return keys
    .map((key, i): ClipboardKey => {
      const before = keys[i - 1];
      const curve = before?.curve && reverseCurve(before.curve);
      return {
        time: duration - key.time,
        value: key.value,
        ...(curve ? { curve } : {}),
        ...(key.out ? { in: key.out } : {}),
        ...(key.in ? { out: key.in } : {}),
      };
    })
    .reverse();
}

/** Whether a track's values can be shifted: numbers and angles. */
export function canShift({ channel }: Pick<Track, "channel">): boolean {
  const { kind } = channelOf(channel);
  return kind === "number" || kind === "angle";
}
