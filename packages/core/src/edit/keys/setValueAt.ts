import { layerValue, type Motion, showingLayer } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import { setRest } from "../figures/figures.ts";
import type { Change } from "../history/change.ts";
import { addKey, type NewKey, setKeyValue } from "./keys.ts";
import { keyNearIn, trackIn, trackNear } from "./trackNear.ts";

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
  const near = keyNearIn(place, time, tolerance);
  const at = near ? place.outer(near.key.time) : time;
  let own = value;
  if (place.track.mode === "relative" && typeof value === "number") {
    const layer = layers.find(({ tween }) => tween.id === place.tween.id);
    // Before its start it adds nothing; with the new key it will.
    const adds = layer !== undefined && showingLayer([layer], at) !== undefined;
    own = value - motion.valueAt(index, channel, at) + (adds ? layerValue(layer, at, 0) : 0);
  }
  return near
    ? setKeyValue(study, { keyId: near.key.id, value: own })
    : addKey(study, { ...args, value: own, onto: place.tween.id });
}
