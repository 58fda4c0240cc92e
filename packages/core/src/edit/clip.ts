import type { Curve } from "../curve/index.ts";
import { checkCurve } from "../curve/index.ts";
import {
  bad,
  type Fault,
  FaultList,
  good,
  overBudget,
  type Result,
  shortValue,
} from "../fault/index.ts";
import {
  type ChannelId,
  channelOf,
  curveOfKey,
  eachTween,
  findChannel,
  type Key,
  type SpaceHandle,
  type Study,
  spacePathOf,
  type Track,
} from "../study/index.ts";
import type { AngleRoute, ColorSpace } from "../value/index.ts";
import { ANGLE_ROUTES, isColor } from "../value/index.ts";
import { chosenKeys } from "./manyKeys.ts";
import { reverseCurve } from "./reverseCurve.ts";

/** The word a copied run of keys carries. */
export const CLIP_FORMAT = "levitas-keys";

/** Keys as they are copied: plain JSON that needs nothing of the study they come from. */
export interface Clip {
  readonly format: typeof CLIP_FORMAT;
  readonly version: 1;
  /** From the first key to the last, ms. */
  readonly duration: number;
  /** When the first key was, ms in the study it comes from. */
  readonly start?: number;
  readonly tracks: readonly ClipTrack[];
}

/** Copied keys of one channel. Times count from the first key of the clip. */
export interface ClipTrack {
  /** Name of the figure they come from, and which of the copied figures it was, from 0. */
  readonly from: string;
  readonly figure: number;
  readonly channel: ChannelId;
  readonly mode?: "relative";
  readonly route?: AngleRoute;
  readonly space?: ColorSpace;
  /** x and y of this figure are one path through space. */
  readonly path?: boolean;
  readonly keys: readonly ClipKey[];
}

/** A copied key; shared curves come along as curves. */
export interface ClipKey {
  readonly time: number;
  readonly value: Key["value"];
  readonly curve?: Curve;
  readonly in?: SpaceHandle;
  readonly out?: SpaceHandle;
}

/** Copies keys. Undefined if none of them is in the study. */
export function copyKeys(study: Study, keyIds: readonly string[]): Clip | undefined {
  const chosen = chosenKeys(study, keyIds);
  if (chosen.length === 0) return undefined;
  const from = Math.min(...chosen.map(({ time }) => time));
  const to = Math.max(...chosen.map(({ time }) => time));
  const figures = new Map<string, number>();
  const tracks = new Map<string, ClipTrack & { keys: ClipKey[] }>();
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
    format: CLIP_FORMAT,
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

/** Most faults of copied keys that are told. */
const MOST_FAULTS = 20;
/** Most tracks that are pasted at once. */
const MOST_TRACKS = 20_000;

/** Reads copied keys from text, which may come from anywhere. What is not a clip is refused with its place. */
export function readClip(text: string): Result<Clip> {
  let found: unknown;
  try {
    found = JSON.parse(text);
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return bad(notAClip("", "The text is not JSON."));
  }
  if (typeof found !== "object" || found === null || !("format" in found))
    return bad(notAClip("format", "Found no format."));
  if (found.format !== CLIP_FORMAT)
    return bad(notAClip("format", `Found ${shortValue(found.format)}.`));
  const excess = overBudget(found);
  if (excess) return bad(excess);
  const { tracks, start } = found as Partial<Record<keyof Clip, unknown>>;
  if (!Array.isArray(tracks) || tracks.length === 0 || tracks.length > MOST_TRACKS)
    return bad(notAClip("tracks", `Found no list of 1 to ${MOST_TRACKS} tracks.`));
  const faults = new FaultList(MOST_FAULTS);
  const read = tracks.map((track, i) => readClipTrack(track, `tracks[${i}]`, faults));
  if (faults.all.length > 0) return { ok: false, faults: faults.all };
  const sound = read as ClipTrack[];
  let duration = 0;
  for (const { keys } of sound) duration = Math.max(duration, keys.at(-1)?.time ?? 0);
  return good({
    ...{ format: CLIP_FORMAT, version: 1, duration },
    ...(Number.isFinite(start) ? { start: start as number } : {}),
    tracks: sound,
  });
}

/**
 * Reads a track of copied keys that came as data: only fields that are known and sound are taken. Undefined, with
 * faults, where it is none; `path` is where it stands.
 */
export function readClipTrack(
  track: unknown,
  path: string,
  faults: FaultList,
): ClipTrack | undefined {
  if (faults.isFull) return undefined;
  const refuse = (at: string, message: string): undefined => {
    faults.push(notAClip(at, message));
  };
  if (typeof track !== "object" || track === null) return refuse(path, "Found no track.");
  const {
    from,
    figure,
    channel: id,
    mode,
    route,
    space,
    path: joined,
    keys,
  } = track as Record<keyof ClipTrack, unknown>;
  const channel = typeof id === "string" ? findChannel(id) : undefined;
  if (!channel) return refuse(`${path}.channel`, `There is no channel ${shortValue(id)}.`);
  if (mode !== undefined && mode !== "relative" && mode !== "absolute")
    return refuse(`${path}.mode`, `Found ${shortValue(mode)}.`);
  if (route !== undefined && !ANGLE_ROUTES.some((each) => each === route))
    return refuse(`${path}.route`, `Found ${shortValue(route)}.`);
  if (space !== undefined && space !== "oklab" && space !== "srgb")
    return refuse(`${path}.space`, `Found ${shortValue(space)}.`);
  if (figure !== undefined && !(Number.isInteger(figure) && (figure as number) >= 0))
    return refuse(`${path}.figure`, `Found ${shortValue(figure)}.`);
  if (!Array.isArray(keys) || keys.length === 0) return refuse(`${path}.keys`, "Found no keys.");
  const canAdd = channel.kind === "number" || channel.kind === "angle";
  const sound: ClipKey[] = [];
  for (const [i, key] of keys.entries()) {
    const read = readClipKey(
      key,
      channel.kind,
      sound.at(-1)?.time ?? 0,
      `${path}.keys[${i}]`,
      faults,
    );
    if (!read) return undefined;
    sound.push(read);
  }
  return {
    from: typeof from === "string" ? from.slice(0, 200) : "",
    figure: typeof figure === "number" ? figure : 0,
    channel: channel.id,
    ...(mode === "relative" && canAdd ? { mode } : {}),
    ...(route !== undefined ? { route: route as AngleRoute } : {}),
    ...(space !== undefined ? { space } : {}),
    ...(joined === true && (channel.id === "x" || channel.id === "y") ? { path: true } : {}),
    keys: sound,
  };
}

function readClipKey(
  key: unknown,
  kind: ReturnType<typeof channelOf>["kind"],
  earliest: number,
  path: string,
  faults: FaultList,
): ClipKey | undefined {
  const refuse = (at: string, message: string): undefined => {
    faults.push(notAClip(at, message));
  };
  if (typeof key !== "object" || key === null) return refuse(path, "Found no key.");
  const { time, value, curve, in: before, out } = key as Record<keyof ClipKey, unknown>;
  if (typeof time !== "number" || !Number.isFinite(time) || time < earliest)
    return refuse(`${path}.time`, "Times have to be numbers that never fall.");
  const fits =
    typeof value === "object"
      ? value !== null && "found" in value && value.found === true
      : kind === "color"
        ? typeof value === "string" && value.length <= 200 && isColor(value)
        : kind === "switch"
          ? value === 0 || value === 1
          : typeof value === "number" && Number.isFinite(value);
  if (!fits) return refuse(`${path}.value`, `Found ${shortValue(value)}.`);
  const wrong = curve === undefined ? [] : checkCurve(curve, `${path}.curve`);
  faults.push(...wrong);
  if (wrong.length > 0) return undefined;
  for (const [handle, name] of [
    [before, "in"],
    [out, "out"],
  ] as const)
    if (handle !== undefined && !isHandle(handle))
      return refuse(`${path}.${name}`, `Found ${shortValue(handle)}.`);
  return {
    time,
    value: typeof value === "object" ? { found: true } : (value as number | string),
    ...(curve === undefined ? {} : { curve: curve as Curve }),
    ...(isHandle(before) ? { in: { x: before.x, y: before.y } } : {}),
    ...(isHandle(out) ? { out: { x: out.x, y: out.y } } : {}),
  };
}

function isHandle(value: unknown): value is SpaceHandle {
  if (typeof value !== "object" || value === null) return false;
  const { x, y } = value as Partial<Record<"x" | "y", unknown>>;
  return Number.isFinite(x) && Number.isFinite(y);
}

function notAClip(path: string, message: string): Fault {
  return {
    code: "not-keys",
    path,
    message,
    cure: "Copy keys in Levitas, and paste what was copied.",
  };
}

/** How often a clip plays when it is pasted, and which way, as CSS names it. */
export interface Cycles {
  readonly count: number;
  readonly direction: "normal" | "reverse" | "alternate" | "alternate-reverse";
}

/**
 * The keys of a track played several times, end to end. Where one pass ends at the value at which the
 * next begins there is one key, not two; with `carry` each pass goes on from where the one before ended.
 * Backwards passes run every curve backwards. Channels of a clip that is longer than their keys wait.
 */
export function cycleKeys(
  track: ClipTrack,
  duration: number,
  { count, direction }: Cycles,
  carry: boolean,
): ClipKey[] {
  const { keys } = track;
  const first = keys[0] as ClipKey;
  const last = keys[keys.length - 1] as ClipKey;
  const passes = Math.max(Math.round(count), 1);
  const result: ClipKey[] = [];
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
      const fresh: ClipKey = { ...key, time, value };
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
  // The last key begins no span.
  const tail = result.at(-1);
  if (tail) {
    const { curve: _, out: __, ...rest } = tail;
    result[result.length - 1] = rest;
  }
  return result;
}

function backwards(keys: readonly ClipKey[], duration: number): ClipKey[] {
  return keys
    .map((key, i): ClipKey => {
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
