import { markerTimeAt } from "../../motion/index.ts";
import type { Marker, Study } from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { defineEdit } from "../history/change.ts";
import { draftItems } from "../history/find.ts";
import { tidyLive } from "../live/tidyLive.ts";
import { setTether } from "../tween.ts";

/** Adds a marker that is reached at `time`, ms of the study. */
export const addMarker = defineEdit<Marker>("add marker", (draft, marker, study) => {
  draft.markers.push({ ...marker, time: timeOf(study, marker.time) });
});

/** The time of a marker that is to be reached at a time of the study, ms; never before the study's start. */
const timeOf = (study: Study, time: number): number =>
  markerTimeAt({ placements: placeItems(study) }, Math.max(time, 0));

/**
 * Renames a marker, or moves it so that it is reached at `time`, ms of the study; items tethered to it move along. It is
 * never before the study's start.
 */
export const setMarker = defineEdit<{ id: string; name?: string; time?: number }>(
  "change marker",
  (draft, { id, name, time }, study) => {
    const marker = draft.markers.find((each) => each.id === id);
    if (!marker) return;
    if (name !== undefined) marker.name = name;
    if (time !== undefined) marker.time = timeOf(study, time);
  },
);

/** Deletes a marker; items tethered to it keep their starts. */
export const deleteMarker = defineEdit<{ id: string }>("delete marker", (draft, { id }, study) => {
  const { byId } = placeItems(study);
  draft.markers = draft.markers.filter((marker) => marker.id !== id);
  for (const item of draftItems(draft.sequence))
    if (item.tether.to === "marker" && item.tether.id === id)
      setTether(item, { to: "start", offset: byId.get(item.id)?.start ?? 0 });
  tidyLive(draft);
});
