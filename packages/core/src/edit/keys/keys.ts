import type { Draft } from "immer";
import type { Curve } from "../../curve/index.ts";
import { splitCurve } from "../../fit/index.ts";
import {
  type ChannelId,
  type CurveReference,
  curveOfKey,
  findTween,
  type Key,
  type KeyValue,
  type Study,
  spacePathOf,
  type Tween,
} from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { defineEdit } from "../history/change.ts";
import { draftKey, draftKeys, draftTweens } from "../history/find.ts";
import { removeItems } from "../sequence/removeItems.ts";
import { insertPair, withPartners } from "../spatialPath/spacePoints.ts";
import {
  giveSpanCurve,
  partnerOf,
  reshapeCurve,
  setKeyTime,
  settleKeys,
  splitSpan,
} from "../tween.ts";
import { trackIn, trackNear } from "./trackNear.ts";

/**
 * Moves a key to a time of the study, ms. It stops at its neighbours on the track and at 0. If a tween begins at its
 * first key, moving that key moves the tween's start; all other keys stay where they are.
 */
export const moveKey = defineEdit<{ keyId: string; time: number }>(
  "move key",
  (draft, { keyId, time }, study) => {
    const found = draftKey(draft, keyId);
    if (!found) return;
    const { tween, track, key, index } = found;
    const { within } = placeItems(study);
    const before = track.keys[index - 1];
    const after = track.keys[index + 1];
    const earliest = before ? before.time : within(tween.id, 0);
    const latest = after ? after.time : Number.POSITIVE_INFINITY;
    const wanted = within(tween.id, time);
    setKeyTime(key, Math.min(Math.max(wanted, Math.min(earliest, key.time)), latest));
    const other = partnerOf(findTween(study, tween.id) ?? (tween as Tween), keyId);
    const partner = other && draftKey(draft, other.id);
    if (partner) setKeyTime(partner.key, key.time);
    settleKeys(draft, study, tween, { followsFirstKey: true });
  },
);

/** Sets the value of a key. */
export const setKeyValue = defineEdit<{ keyId: string; value: KeyValue }>(
  "change value",
  (draft, { keyId, value }) => {
    const found = draftKey(draft, keyId);
    if (found) found.key.value = value;
  },
);

/** Sets several keys to one value. */
export const setKeyValues = defineEdit<{ keyIds: readonly string[]; value: KeyValue }>(
  "change values",
  (draft, { keyIds, value }) => {
    for (const { key } of draftKeys(draft, keyIds).values()) key.value = value;
  },
);

/** Sets the curve of the span that begins at a key, or makes it follow a shared curve. */
export const setSpanCurve = defineEdit<{ keyId: string; curve: Curve | CurveReference }>(
  "change curve",
  (draft, { keyId, curve }) => {
    const found = draftKey(draft, keyId);
    if (found) giveSpanCurve(found, curve);
  },
);

/** Changes the curve of a span: the shared one, for all spans that follow it, or its own. */
export const reshapeSpan = defineEdit<{ keyId: string; curve: Curve }>(
  "change curve",
  (draft, { keyId, curve }) => {
    const found = draftKey(draft, keyId);
    if (found) reshapeCurve(draft, found, curve);
  },
);

/** Sets the curves of several spans at once; a last key, at which no span begins, is skipped. */
export const setSpanCurves = defineEdit<{
  keyIds: readonly string[];
  curve: Curve | CurveReference;
}>("change curves", (draft, { keyIds, curve }) => {
  for (const found of draftKeys(draft, keyIds).values()) {
    const isLast = found.index === found.track.keys.length - 1;
    if (keyIds.length === 1 || !isLast) giveSpanCurve(found, curve);
  }
});

/** The arguments of `addKey`: where the key is set, and the ids it may use. */
export interface NewKey {
  readonly figureId: string;
  readonly channel: ChannelId;
  /** ms in the study's time. */
  readonly time: number;
  readonly value: number | string;
  readonly keyId: string;
  /** Id of the tween that is made when nothing drives the channel yet, and of a key's partner on a path. */
  readonly tweenId: string;
  /** The tween to set the key on; absent for the one that plays at that time, or the nearest. */
  readonly onto?: string;
  /** The time among the keys of `onto`, ms, where `time` is in a later iteration; absent for the first. */
  readonly within?: number;
}

/**
 * Sets a key of a channel at a time, on the track that plays there, or the nearest one; a key that is already there
 * takes the value. A span that is divided keeps its shape as far as its curve can be split. A channel that nothing
 * drives gets a tween of its own.
 */
export const addKey = defineEdit<NewKey>("set key", (draft, args, study) => {
  const { figureId, channel, time, value, keyId, tweenId, onto } = args;
  const place =
    (onto === undefined ? undefined : trackIn(study, onto, figureId, channel)) ??
    trackNear(study, figureId, channel, time);
  if (!place) {
    if (!draft.figures.some((figure) => figure.id === figureId)) return;
    draft.sequence.push({
      type: "tween",
      id: tweenId,
      name: channel,
      tether: { to: "start", offset: Math.max(time, 0) },
      figures: [figureId],
      tracks: [{ channel, keys: [{ id: keyId, time: 0, value }] }],
    });
    return;
  }
  for (const tween of draftTweens(draft.sequence)) {
    if (tween.id !== place.tween.id) continue;
    const keys = tween.tracks.find((track) => track.channel === channel)?.keys ?? [];
    const local = args.within ?? place.within(Math.max(time, 0));
    const onPath = (channel === "x" || channel === "y") && spacePathOf(place.tween);
    if (onPath && !keys.some((key) => Math.abs(key.time - local) < SAME_TIME)) {
      const [xId, yId] = channel === "x" ? [keyId, tweenId] : [tweenId, keyId];
      const given = typeof value === "number" ? { value } : {};
      insertPair(study, tween, { time: local, xId, yId, channel, ...given });
      settleKeys(draft, study, tween);
      continue;
    }
    insertKey(study, keys, { id: keyId, time: local, value });
    settleKeys(draft, study, tween);
  }
});

function insertKey(study: Study, keys: Draft<Key>[], fresh: Draft<Key>): void {
  const same = keys.find((key) => Math.abs(key.time - fresh.time) < SAME_TIME);
  if (same) {
    same.value = fresh.value;
    return;
  }
  const index = keys.findIndex((key) => key.time > fresh.time);
  const before = index > 0 ? keys[index - 1] : undefined;
  const after = keys[index];
  const key = { ...fresh };
  if (before && after) {
    const p = (fresh.time - before.time) / (after.time - before.time);
    splitSpan(before, key, splitCurve(curveOfKey(study, before), p));
  }
  keys.splice(index < 0 ? keys.length : index, 0, key);
}

/** Keys closer than this are one key, ms: far below a frame, far above rounding. */
export const SAME_TIME = 0.01;

/** Deletes keys and nothing else; a track left without keys and a tween left without tracks are deleted too. */
export const deleteKeys = defineEdit<{ keyIds: readonly string[] }>(
  "delete keys",
  (draft, { keyIds }, study) => {
    const gone = withPartners(study, keyIds);
    const emptied = new Set<string>();
    for (const tween of draftTweens(draft.sequence)) {
      if (!tween.tracks.some((track) => track.keys.some((key) => gone.has(key.id)))) continue;
      for (const track of tween.tracks) track.keys = track.keys.filter((key) => !gone.has(key.id));
      tween.tracks = tween.tracks.filter((track) => track.keys.length > 0);
      if (tween.tracks.length === 0) emptied.add(tween.id);
      else settleKeys(draft, study, tween);
    }
    if (emptied.size > 0) removeItems(draft, emptied, study);
  },
);
