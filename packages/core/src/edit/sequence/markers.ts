import type { Marker } from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { defineEdit } from "../history/change.ts";
import { draftItems } from "../history/find.ts";
import { tidyLive } from "../live/tidyLive.ts";

/** Adds a marker. */
export const addMarker = defineEdit<Marker>("add marker", (draft, marker) => {
  draft.markers.push(marker);
});

/** Renames or moves a marker; items tethered to it move along. It is never before the study's start. */
export const setMarker = defineEdit<{ id: string; name?: string; time?: number }>(
  "change marker",
  (draft, { id, name, time }) => {
    const marker = draft.markers.find((each) => each.id === id);
    if (!marker) return;
    if (name !== undefined) marker.name = name;
    if (time !== undefined) marker.time = Math.max(time, 0);
  },
);

/** Deletes a marker; items tethered to it keep their starts. */
export const deleteMarker = defineEdit<{ id: string }>("delete marker", (draft, { id }, study) => {
  const { byId } = placeItems(study);
  draft.markers = draft.markers.filter((marker) => marker.id !== id);
  for (const item of draftItems(draft.sequence))
    if (item.tether.to === "marker" && item.tether.id === id)
      item.tether = { to: "start", offset: byId.get(item.id)?.start ?? 0 };
  tidyLive(draft);
});
