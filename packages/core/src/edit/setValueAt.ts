import { layerValue, type Motion } from "../motion/index.ts";
import type { ChannelId, Study } from "../study/index.ts";
import type { Change } from "./change.ts";
import { setRest } from "./figures.ts";
import { addKey, type NewKey, setKeyValue } from "./keys.ts";
import { keyNear, trackNear } from "./trackNear.ts";

/**
 * Makes a channel show a value at a time: the key there takes it, else a new key is set, else, where
 * nothing drives the channel, its rest value changes. On a relative track the key takes what has to
 * be added to what is beneath.
 *
 * @param motion the study compiled
 * @param tolerance how near a key must be to count as being there, ms
 */
export function setValueAt(
  study: Study,
  motion: Motion,
  args: NewKey & { readonly tolerance: number },
): Change {
  const { figureId, channel, time, value, tolerance } = args;
  const place = trackNear(study, figureId, channel, time);
  if (!place) return setRest(study, { figureId, channel, value });
  const near = keyNear(study, figureId, channel, time, tolerance);
  const at = near ? place.outer(near.key.time) : time;
  const own = place.track.mode === "relative" ? toOwn(motion, figureId, channel, at, value) : value;
  return near
    ? setKeyValue(study, { keyId: near.key.id, value: own })
    : addKey(study, { ...args, value: own });
}

/** What the topmost relative track has to say for the channel to show `value`. */
function toOwn(
  motion: Motion,
  figureId: string,
  channel: ChannelId,
  time: number,
  value: number | string,
): number | string {
  if (typeof value !== "number") return value;
  const index = motion.figureIndex(figureId);
  const driven = motion.driven.find((each) => each.slot === motion.slot(index, channel));
  const layer = driven?.layers.findLast((each) => each.relative && each.start <= time);
  if (!layer) return value;
  const own = layerValue(layer, time, 0);
  return own + value - motion.valueAt(index, channel, time);
}
