import { type Draft, isDraft, original } from "immer";
import { type CubicBezierCurve, type Curve, compileCurve, KEYWORDS } from "../../curve/index.ts";
import {
  channelOf,
  curveOfKey,
  eachTween,
  findKey,
  type Key,
  type Study,
  spacePathOf,
  type Track,
  type Tween,
} from "../../study/index.ts";
import { angleDelta } from "../../value/index.ts";
import { type Change, defineEdit, squash } from "../history/change.ts";
import { type DraftKey, draftKey } from "../history/find.ts";
import { roundSpacePoints } from "../spatialPath/spacePoints.ts";
import { giveSpanCurve, timingKey } from "../tween.ts";

/** A handle of a span relative to its key: in ms, and in the unit of the channel. */
export interface Tangent {
  readonly time: number;
  readonly value: number;
}

/** Slopes above this count as vertical: a handle of any length in time cannot reach them. */
const STEEP = 60;

/**
 * The cubic-bezier with the speeds of a curve at both ends and handles a third of the duration long: what a span
 * becomes when its tangents are dragged.
 */
export function bezierAtEnds(curve: Curve): CubicBezierCurve {
  if (curve.kind === "cubic-bezier") return curve;
  if (curve.kind === "keyword") return KEYWORDS[curve.name];
  const { slope } = compileCurve(curve);
  const limit = (value: number) =>
    Number.isFinite(value) ? Math.min(Math.max(value, -STEEP), STEEP) : 0;
  return {
    kind: "cubic-bezier",
    x1: 1 / 3,
    y1: limit(slope(0)) / 3,
    x2: 2 / 3,
    y2: 1 - limit(slope(1, true)) / 3,
  };
}

/**
 * The two handles of a span, relative to its first and its second key. A span without a difference in value has flat
 * ones.
 */
export function tangentsOf(
  curve: Curve,
  width: number,
  change: number,
): { readonly out: Tangent; readonly in: Tangent } {
  const { x1, y1, x2, y2 } = bezierAtEnds(curve);
  return {
    out: { time: x1 * width, value: y1 * change },
    in: { time: (x2 - 1) * width, value: (y2 - 1) * change },
  };
}

/**
 * Moves a handle of a span beside a key: `out` of the span that begins there, `in` of the one that ends there, as time
 * and value relative to the key. The span gets a cubic-bezier of its own. A handle stops where it would run back in
 * time; a span without a difference in value keeps flat handles.
 */
export const setTangent = defineEdit<{ keyId: string; side: "in" | "out"; to: Tangent }>(
  "drag tangent",
  (draft, { keyId, side, to }, study) => {
    const span = spanBeside(draft, keyId, side);
    if (!span) return;
    const { place, width, change } = span;
    const bezier = bezierAtEnds(timingOf(study, place));
    const x = Math.min(Math.max((side === "out" ? to.time : width + to.time) / width, 0), 1);
    const share = Math.abs(change) > 1e-12 ? to.value / change : 0;
    giveSpanCurve(
      place,
      side === "out" ? { ...bezier, x1: x, y1: share } : { ...bezier, x2: x, y2: 1 + share },
    );
  },
);

interface DraftSpan {
  /** The key at which the span begins. */
  readonly place: DraftKey;
  readonly width: number;
  readonly change: number;
}

function spanBeside(draft: Draft<Study>, keyId: string, side: "in" | "out"): DraftSpan | undefined {
  const found = draftKey(draft, keyId);
  if (!found) return undefined;
  const { track } = found;
  const { kind } = channelOf(track.channel);
  if (kind !== "number" && kind !== "angle") return undefined;
  const index = side === "out" ? found.index : found.index - 1;
  const key = track.keys[index];
  const next = track.keys[index + 1];
  if (!key || !next || typeof key.value !== "number" || typeof next.value !== "number")
    return undefined;
  const width = next.time - key.time;
  const change = changeBetween(track as Track, key.value, next.value);
  return width > 0 ? { place: { ...found, key, index }, width, change } : undefined;
}

/** The curve that times the span which begins at a key: along a path that of x. */
function timingOf(study: Study, { tween, key }: DraftKey): Curve {
  const id = timingKey(stateOfTween(tween), key.id);
  const timing = tween.tracks.flatMap(({ keys }) => keys).find((each) => each.id === id) ?? key;
  return curveOfKey(study, timing as Key);
}

const stateOfTween = (tween: Draft<Tween>): Tween =>
  (isDraft(tween) ? original(tween) : tween) as Tween;

/** The change of a channel from one value to the next: of angles along their route. */
function changeBetween(track: Track, from: number, to: number): number {
  return channelOf(track.channel).kind === "angle" && track.mode !== "relative"
    ? angleDelta(from, to, track.route ?? "none")
    : to - from;
}

/**
 * How motion passes through keys. `through`: equal speed on both sides, that of the line between the neighbours, 0 at
 * a turning point and at the ends. `flat`: speed 0. `match`: equal speed on both sides, the mean of both.
 */
export type Smoothing = "through" | "flat" | "match";

/** Smooths the motion at keys; see `Smoothing`. The spans beside them get cubic-beziers of their own. */
export const smoothKeys = defineEdit<{ keyIds: readonly string[]; how: Smoothing }>(
  "smooth through keys",
  (draft, { keyIds, how }, study) => {
    const wanted = new Set(keyIds);
    for (const tween of eachTween(study.sequence)) {
      const path = spacePathOf(tween);
      for (const track of tween.tracks) {
        // On a path through space the speed along the path counts, not that of x or of y.
        if (path && (track === path.x || track === path.y)) continue;
        track.keys.forEach((key, index) => {
          if (!wanted.has(key.id)) return;
          const speed = speedThrough(study, track, index, how);
          if (speed !== undefined) setSpeed(draft, study, key.id, speed);
        });
      }
    }
  },
);

/** The speed wanted at a key, units per ms; undefined where there is nothing to smooth. */
function speedThrough(
  study: Study,
  track: Track,
  index: number,
  how: Smoothing,
): number | undefined {
  const [before, here, after] = [track.keys[index - 1], track.keys[index], track.keys[index + 1]];
  if (!here || typeof here.value !== "number") return undefined;
  if (how === "flat" || !before || !after) return how === "match" ? undefined : 0;
  if (typeof before.value !== "number" || typeof after.value !== "number") return undefined;
  const into = changeBetween(track, before.value, here.value);
  const out = changeBetween(track, here.value, after.value);
  const [widthIn, widthOut] = [here.time - before.time, after.time - here.time];
  if (!(widthIn > 0 && widthOut > 0)) return undefined;
  if (how === "through") return into * out <= 0 ? 0 : (into + out) / (widthIn + widthOut);
  const slopeIn = compileCurve(curveOfKey(study, before)).slope(1, true);
  const slopeOut = compileCurve(curveOfKey(study, here)).slope(0);
  const speedIn = Number.isFinite(slopeIn) ? (slopeIn * into) / widthIn : 0;
  const speedOut = Number.isFinite(slopeOut) ? (slopeOut * out) / widthOut : 0;
  return (speedIn + speedOut) / 2;
}

/** Sets the speed of both spans at a key; handles keep their length in time, a third of the span by default. */
function setSpeed(draft: Draft<Study>, study: Study, keyId: string, speed: number): void {
  for (const side of ["in", "out"] as const) {
    const span = spanBeside(draft, keyId, side);
    if (!span) continue;
    const { place, width, change } = span;
    const bezier = bezierAtEnds(timingOf(study, place));
    const flat = Math.abs(change) <= 1e-12;
    if (side === "out") {
      const x1 = bezier.x1 > 0.02 ? bezier.x1 : 1 / 3;
      giveSpanCurve(place, { ...bezier, x1, y1: flat ? 0 : (speed * width * x1) / change });
    } else {
      const x2 = bezier.x2 < 0.98 ? bezier.x2 : 2 / 3;
      const y2 = flat ? 1 : 1 - (speed * width * (1 - x2)) / change;
      giveSpanCurve(place, { ...bezier, x2, y2 });
    }
  }
}

/** The speeds on both sides of an inner key, units per second. */
export interface Seam {
  readonly before: number;
  readonly after: number;
}

/** Speeds that differ by less than this share of the greater one count as equal. */
const EVEN = 0.02;

/**
 * The inner keys of a track of numbers at which the speed jumps, with both speeds. A speed of 0 on one side counts
 * too; keys beside a jump in value do not.
 */
export function seamsOf(study: Pick<Study, "curves">, track: Track): ReadonlyMap<string, Seam> {
  const seams = new Map<string, Seam>();
  const { kind } = channelOf(track.channel);
  if (kind !== "number" && kind !== "angle") return seams;
  for (let i = 1; i + 1 < track.keys.length; i++) {
    const [a, b, c] = [track.keys[i - 1] as Key, track.keys[i] as Key, track.keys[i + 1] as Key];
    if (typeof a.value !== "number" || typeof b.value !== "number" || typeof c.value !== "number")
      continue;
    const [widthIn, widthOut] = [b.time - a.time, c.time - b.time];
    if (!(widthIn > 0 && widthOut > 0)) continue;
    const into = curveOfKey(study, a);
    const out = curveOfKey(study, b);
    if (into.kind === "steps" || out.kind === "steps") continue;
    const wayIn = changeBetween(track, a.value, b.value);
    const wayOut = changeBetween(track, b.value, c.value);
    const before = (compileCurve(into).slope(1, true) * wayIn * 1000) / widthIn;
    const after = (compileCurve(out).slope(0) * wayOut * 1000) / widthOut;
    const most = Math.max(Math.abs(before), Math.abs(after));
    const least = Math.max(Math.abs(wayIn), Math.abs(wayOut)) * 0.02;
    const vertical = !Number.isFinite(before) || !Number.isFinite(after);
    if (vertical ? before !== after : Math.abs(before - after) > Math.max(EVEN * most, least))
      seams.set(b.id, { before, after });
  }
  return seams;
}

/**
 * Smooths the motion at keys: points of a path through space get handles along the path, and elsewhere spans meet
 * without a jump in speed; as one change.
 */
export function smoothMotion(
  study: Study,
  { keyIds, how }: { readonly keyIds: readonly string[]; readonly how: Smoothing },
): Change {
  const along = keyIds.filter((id) => {
    const place = findKey(study, id);
    const path = place && spacePathOf(place.tween);
    return path && (place.track === path.x || place.track === path.y);
  });
  const smoothed = (from: Study) => smoothKeys(from, { keyIds, how });
  if (along.length === 0 || how !== "through") return smoothed(study);
  const rounded = roundSpacePoints(study, { keyIds: along });
  return { ...squash(rounded, smoothed(rounded.after)), label: "smooth the motion" };
}
