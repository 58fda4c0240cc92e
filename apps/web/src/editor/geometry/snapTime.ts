import { nearestFrame, shownMarkers } from "@levitas/core/motion";
import { eachTween, type Study } from "@levitas/core/study";
import { placeItems } from "@levitas/core/timeline";

/** How near, in px, something must be to be snapped to. */
const REACH = 6;

/** A time and what it was snapped to, if anything. */
export interface Snapped {
  readonly time: number;
  readonly to: string;
}

/** Times of all keys but those of one tween or of some keys, and of the markers. */
export function snapTargets(
  study: Study,
  except: { tween?: string; key?: string; keys?: ReadonlySet<string> },
): number[] {
  const placements = placeItems(study);
  const { outer } = placements;
  const times = shownMarkers({ study, placements }).map((marker) => marker.time);
  for (const tween of eachTween(study.sequence)) {
    if (tween.id === except.tween) continue;
    for (const track of tween.tracks)
      for (const key of track.keys)
        if (key.id !== except.key && !except.keys?.has(key.id))
          times.push(outer(tween.id, key.time));
  }
  return times;
}

/**
 * Snaps a time to the nearest key or marker within reach, else to the nearest frame. `free` leaves it
 * as it is.
 */
export function snapTime(
  time: number,
  targets: readonly number[],
  { scale, frameRate, free }: { scale: number; frameRate: number; free: boolean },
): Snapped {
  if (free) return { time, to: "" };
  let nearest = Number.NaN;
  let least = REACH / scale;
  for (const target of targets) {
    const distance = Math.abs(target - time);
    if (distance > least) continue;
    least = distance;
    nearest = target;
  }
  if (!Number.isNaN(nearest)) return { time: nearest, to: "at a key" };
  return { time: nearestFrame(time, frameRate), to: "" };
}
