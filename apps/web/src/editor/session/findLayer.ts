import type { Layer, Motion } from "@levitas/core/motion";
import {
  type ChannelDefinition,
  type ChannelId,
  eachTween,
  type Key,
  type Study,
  type Track,
  type Tween,
} from "@levitas/core/study";

/** The compiled layer of a tween on a channel of a figure. */
export function findLayer(
  motion: Motion,
  figureId: string,
  channel: ChannelDefinition,
  tweenId: string,
): Layer | undefined {
  const driven = motion.drivenAt(motion.figureIndex(figureId), channel.id);
  return driven?.layers.find((each) => each.tween.id === tweenId);
}

const tables = new WeakMap<Study, ReadonlyMap<string, Tween>>();

/** A tween of a study by its id; a table is made once for each state of the study. */
export function tweenById(study: Study, tweenId: string): Tween | undefined {
  let table = tables.get(study);
  if (!table) {
    const found = new Map<string, Tween>();
    for (const tween of eachTween(study.sequence)) found.set(tween.id, tween);
    table = found;
    tables.set(study, table);
  }
  return table.get(tweenId);
}

/** Where a key is in a state of the study, by its place in its track. */
export function keyAt(
  study: Study,
  tweenId: string,
  channel: ChannelId,
  index: number,
): { readonly track: Track; readonly key: Key } | undefined {
  const track = tweenById(study, tweenId)?.tracks.find((each) => each.channel === channel);
  const key = track?.keys[index];
  return track && key ? { track, key } : undefined;
}
