import { type Curve, checkCurve } from "../../curve/index.ts";
import {
  bad,
  budgetFault,
  type Fault,
  FaultList,
  good,
  type Result,
  shortValue,
} from "../../fault/index.ts";
import { type ChannelKind, findChannel, type SpaceHandle } from "../../study/index.ts";
import { ANGLE_ROUTES, type AngleRoute, isColor } from "../../value/index.ts";
import {
  CLIPBOARD_FORMAT,
  type Clipboard,
  type ClipboardKey,
  type ClipboardTrack,
} from "./clipboard.ts";

/** The most faults reported for copied keys. */
const MOST_FAULTS = 20;
/** The most tracks that can be pasted at once. */
const MOST_TRACKS = 20_000;

/** Reads copied keys from text of any origin. Text that holds none is refused, with the place of the fault. */
export function readClipboard(text: string): Result<Clipboard> {
  let found: unknown;
  try {
    found = JSON.parse(text);
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return bad(notAClip("", "The text is not JSON."));
  }
  if (typeof found !== "object" || found === null || !("format" in found))
    return bad(notAClip("format", "Found no format."));
  if (found.format !== CLIPBOARD_FORMAT)
    return bad(notAClip("format", `Found ${shortValue(found.format)}.`));
  const excess = budgetFault(found);
  if (excess) return bad(excess);
  const { tracks, start } = found as Partial<Record<keyof Clipboard, unknown>>;
  if (!Array.isArray(tracks) || tracks.length === 0 || tracks.length > MOST_TRACKS)
    return bad(notAClip("tracks", `Found no list of 1 to ${MOST_TRACKS} tracks.`));
  const faults = new FaultList(MOST_FAULTS);
  const read = tracks.map((track, i) => readClipboardTrack(track, `tracks[${i}]`, faults));
  if (faults.all.length > 0) return { ok: false, faults: faults.all };
  const sound = read as ClipboardTrack[];
  let duration = 0;
  for (const { keys } of sound) duration = Math.max(duration, keys.at(-1)?.time ?? 0);
  return good({
    ...{ format: CLIPBOARD_FORMAT, version: 1, duration },
    ...(Number.isFinite(start) ? { start: start as number } : {}),
    tracks: sound,
  });
}

/**
 * Reads one track of copied keys from untrusted data: only valid fields of the format are taken. Undefined, with
 * faults, if it is no track; `path` is its place in the data.
 */
export function readClipboardTrack(
  track: unknown,
  path: string,
  faults: FaultList,
): ClipboardTrack | undefined {
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
  } = track as Record<keyof ClipboardTrack, unknown>;
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
  const sound: ClipboardKey[] = [];
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
  kind: ChannelKind,
  earliest: number,
  path: string,
  faults: FaultList,
): ClipboardKey | undefined {
  const refuse = (at: string, message: string): undefined => {
    faults.push(notAClip(at, message));
  };
  if (typeof key !== "object" || key === null) return refuse(path, "Found no key.");
  const { time, value, curve, in: before, out } = key as Record<keyof ClipboardKey, unknown>;
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
