import type { Marker } from "../../study/index.ts";
import { contentTime, delaysOf, presentTime } from "../../timeline/index.ts";
import type { Motion } from "../compile/motion.ts";

/**
 * The markers of a study at the times at which they are reached, ms of the study, in the order of the study. A marker
 * counts time as starts do: a freeze before it delays it together with everything else.
 */
export function shownMarkers({
  study,
  placements,
}: Pick<Motion, "study" | "placements">): readonly Marker[] {
  const { freezes } = placements.root;
  if (freezes.length === 0) return study.markers;
  return study.markers.map((marker) => ({ ...marker, time: presentTime(freezes, marker.time) }));
}

/** The time that a marker has to have to be reached at a time of the study, ms. */
export function markerTimeAt({ placements }: Pick<Motion, "placements">, time: number): number {
  return contentTime(delaysOf(placements.root.freezes), time);
}
