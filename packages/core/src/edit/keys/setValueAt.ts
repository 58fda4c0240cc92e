import {
  type Layer,
  layerTime,
  type Motion,
  showingLayer,
  stackValue,
  withinOf,
} from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import { setRest } from "../figures/figures.ts";
import type { Change } from "../history/change.ts";
import { addKey, type NewKey, SAME_TIME, setKeyValue } from "./keys.ts";
import { keyNearIn, type TrackPlace, trackIn, trackNear } from "./trackNear.ts";

/**
 * Makes a channel show a value at a time: sets the key that the visible tween has there, else adds one to that tween,
 * else, where nothing drives the channel, changes its rest value. A key of a relative track is set to the difference
 * from the value below it.
 *
 * @param motion the compiled study
 * @param tolerance how near a key must be to count as being at that time, ms
 */
export function setValueAt(
  study: Study,
  motion: Motion,
  args: NewKey & { readonly tolerance: number },
): Change {
  const { figureId, channel, time, value, tolerance } = args;
  const index = motion.figureIndex(figureId);
  const layers = motion.drivenAt(index, channel)?.layers ?? [];
  // Of several tweens the topmost: a key on one below it would change nothing.
  const shown = showingLayer(layers, time);
  const place =
    (shown && trackIn(study, shown.tween.id, figureId, channel)) ??
    trackNear(study, figureId, channel, time);
  if (!place) return setRest(study, { figureId, channel, value });
  const layer = layers.find(({ tween }) => tween.id === place.tween.id);
  // In a later iteration, one that runs backwards, its own or of a group around it, and past the end of a clip, the
  // keys' time is not what the first iteration says.
  const within = shown === layer ? timeInIteration(layer, time) : undefined;
  const near = within === undefined ? keyNearIn(place, time, tolerance) : keyAt(place, within);
  const at = near && within === undefined ? place.outer(near.key.time) : time;
  let own = value;
  if (place.track.mode === "relative" && typeof value === "number") {
    // Before its start it adds nothing; with the new key it will.
    const adds = layer !== undefined && showingLayer([layer], at) !== undefined;
    own = value - motion.valueAt(index, channel, at) + (adds ? stackValue([layer], at, 0, 0) : 0);
  }
  if (near) return setKeyValue(study, { keyId: near.key.id, value: own });
  const there = within === undefined ? {} : { within };
  return addKey(study, { ...args, ...there, value: own, onto: place.tween.id });
}

/**
 * The time of a layer's keys that shows at a time of the study, ms, where that is another than it would be in an
 * unclipped first iteration that runs forwards; else undefined.
 */
function timeInIteration(layer: Layer | undefined, time: number): number | undefined {
  if (!layer?.time && !layer?.tween.clip) return undefined;
  const within = layerTime(layer, time);
  const first = withinOf(layer, time);
  return Number.isNaN(within) || Math.abs(within - first) < SAME_TIME ? undefined : within;
}

/** The key of a track at a time of its own, ms; undefined for none. */
function keyAt(place: TrackPlace, within: number) {
  const key = place.track.keys.find(({ time }) => Math.abs(time - within) < SAME_TIME);
  return key && { place, key };
}
