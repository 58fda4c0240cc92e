import {
  type ChannelId,
  eachTween,
  findTween,
  type Key,
  type Study,
  type Track,
  type Tween,
} from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";

/** A track with the conversion between its times and those of the study. */
export interface TrackPlace {
  readonly tween: Tween;
  readonly track: Track;
  /** Converts a time of its keys, ms, to the study's time, for this figure. */
  readonly outer: (within: number) => number;
  /** The inverse of `outer`. */
  readonly within: (time: number) => number;
}

/**
 * The track of a channel that plays at a time, or else the one with the nearest keys; of several the last in the
 * sequence, which is the visible one. Undefined if nothing drives the channel.
 */
export function trackNear(
  study: Study,
  figureId: string,
  channel: ChannelId,
  time: number,
): TrackPlace | undefined {
  const { byId, outer, within } = placeItems(study);
  let nearest: TrackPlace | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const tween of eachTween(study.sequence)) {
    const track = tween.tracks.find((each) => each.channel === channel);
    if (!track || !tween.figures.includes(figureId) || byId.get(tween.id)?.disabled) continue;
    const from = outer(tween.id, track.keys[0]?.time ?? 0, figureId);
    const to = outer(tween.id, track.keys.at(-1)?.time ?? 0, figureId);
    const distance = Math.max(from - time, time - to, 0);
    if (distance > least) continue;
    least = distance;
    nearest = {
      tween,
      track,
      outer: (inside) => outer(tween.id, inside, figureId),
      within: (at) => within(tween.id, at, figureId),
    };
  }
  return nearest;
}

/** The track of a channel in a tween, placed in time for a figure; undefined for none. */
export function trackIn(
  study: Study,
  tweenId: string,
  figureId: string,
  channel: ChannelId,
): TrackPlace | undefined {
  const tween = findTween(study, tweenId);
  const track = tween?.tracks.find((each) => each.channel === channel);
  if (!tween || !track) return undefined;
  const { outer, within } = placeItems(study);
  return {
    tween,
    track,
    outer: (inside) => outer(tweenId, inside, figureId),
    within: (at) => within(tweenId, at, figureId),
  };
}

/** The key of a channel nearest to a time; undefined if none is within `tolerance` ms. */
export function keyNear(
  study: Study,
  figureId: string,
  channel: ChannelId,
  time: number,
  tolerance: number,
): { readonly place: TrackPlace; readonly key: Key } | undefined {
  const place = trackNear(study, figureId, channel, time);
  return place && keyNearIn(place, time, tolerance);
}

/** The key of one track nearest to a time; undefined if none is within `tolerance` ms. */
export function keyNearIn(
  place: TrackPlace,
  time: number,
  tolerance: number,
): { readonly place: TrackPlace; readonly key: Key } | undefined {
  let nearest: Key | undefined;
  let least = tolerance;
  for (const key of place.track.keys) {
    const distance = Math.abs(place.outer(key.time) - time);
    if (distance > least) continue;
    least = distance;
    nearest = key;
  }
  return nearest && { place, key: nearest };
}
