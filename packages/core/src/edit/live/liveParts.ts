import type { Draft } from "immer";
import {
  type Lever,
  type Live,
  type LiveResponse,
  NO_LIVE,
  type Pose,
  type Study,
  type Take,
  type Tween,
} from "../../study/index.ts";
import { defineEdit } from "../history/change.ts";
import { tidyLive } from "./tidyLive.ts";

/** The live part of a draft, made if there is none. */
function liveOf(draft: Draft<Study>): Draft<Live> {
  draft.live ??= { ...NO_LIVE } as Draft<Live>;
  return draft.live as Draft<Live>;
}

/** Adds something to a list, or puts it in the place of what has its id. */
function put<Thing extends { readonly id: string }>(
  list: Draft<Thing>[],
  thing: Thing,
): Draft<Thing>[] {
  const at = list.findIndex(({ id }) => id === thing.id);
  if (at < 0) return [...list, thing as Draft<Thing>];
  return list.map((each, i) => (i === at ? (thing as Draft<Thing>) : each));
}

/** Keeps a pose, or changes it. */
export const keepPose = defineEdit<Pose>("keep pose", (draft, pose) => {
  const live = liveOf(draft);
  live.poses = put(live.poses, pose);
});

/** Deletes a pose, and what goes to it. */
export const deletePose = defineEdit<{ id: string }>("delete pose", (draft, { id }) => {
  const live = liveOf(draft);
  live.poses = live.poses.filter((each) => each.id !== id);
  tidyLive(draft);
});

/** Adds a response, or changes it. */
export const keepResponse = defineEdit<LiveResponse>("change answer", (draft, response) => {
  const live = liveOf(draft);
  live.responses = put(live.responses, response);
});

/** Deletes a response, and what waits for it. */
export const deleteResponse = defineEdit<{ id: string }>("delete answer", (draft, { id }) => {
  const live = liveOf(draft);
  live.responses = live.responses.filter((each) => each.id !== id);
  tidyLive(draft);
});

/** Adds a lever, or changes it. */
export const keepLever = defineEdit<Lever>("change lever", (draft, lever) => {
  const live = liveOf(draft);
  live.levers = put(live.levers, lever);
});

/** Deletes a lever, and what follows or waits for it. */
export const deleteLever = defineEdit<{ id: string }>("delete lever", (draft, { id }) => {
  const live = liveOf(draft);
  live.levers = live.levers.filter((each) => each.id !== id);
  tidyLive(draft);
});

/** Keeps a take, or renames it. */
export const keepTake = defineEdit<Take>("keep take", (draft, take) => {
  const live = liveOf(draft);
  live.takes = put(live.takes, take);
});

/** Deletes a take. */
export const deleteTake = defineEdit<{ id: string }>("delete take", (draft, { id }) => {
  const live = liveOf(draft);
  live.takes = live.takes.filter((each) => each.id !== id);
});

/** Puts tweens that were made of a take into the sequence. */
export const setDown = defineEdit<{ tweens: readonly Tween[] }>(
  "set down as keys",
  (draft, { tweens }) => {
    draft.sequence.push(...(tweens as Draft<Tween>[]));
  },
);
