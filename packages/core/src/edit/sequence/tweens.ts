import type { ChannelId, Track } from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { defineEdit } from "../history/change.ts";
import { draftTrack, draftTweens } from "../history/find.ts";
import { moveOrigin } from "../tween.ts";

/** Moves a tween with all its keys so that the part of it that plays starts at a time of the study, ms, 0 or later. */
export const moveTween = defineEdit<{ tweenId: string; start: number }>(
  "move tween",
  (draft, { tweenId, start }, study) => {
    const { within, startOf } = placeItems(study);
    const by = within(tweenId, Math.max(start, 0)) - within(tweenId, startOf(tweenId));
    for (const tween of draftTweens(draft.sequence))
      if (tween.id === tweenId) moveOrigin(tween, by);
  },
);

/** Sets how a track blends: the route of angles, the space of colors, absolute or relative. */
export const setTrack = defineEdit<{
  tweenId: string;
  channel: ChannelId;
  set: Pick<Track, "route" | "space" | "mode">;
}>("change track", (draft, { tweenId, channel, set }) => {
  const track = draftTrack(draft, tweenId, channel);
  if (track) Object.assign(track, set);
});
