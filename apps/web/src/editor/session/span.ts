import type { Curve } from "@levitas/core/curve";
import { type Layer, type Motion, outerOf } from "@levitas/core/motion";
import {
  type ChannelDefinition,
  channelOf,
  curveOfKey,
  eachTween,
  type Figure,
  type Key,
  type Study,
  type Track,
  type Tween,
} from "@levitas/core/study";
import { findLayer } from "./findLayer.ts";
import type { Selection } from "./selection.ts";

/** The span that is worked on, with all it belongs to. */
export interface Span {
  readonly figure: Figure;
  readonly channel: ChannelDefinition;
  readonly tween: Tween;
  readonly track: Track;
  readonly key: Key;
  readonly next: Key;
  /** Which span of its track, from 0. */
  readonly index: number;
  readonly curve: Curve;
}

/** The selected span in a study; undefined if none is selected. */
export function spanIn(study: Study, selection: Selection): Span | undefined {
  if (selection.span === null || selection.channel === null) return undefined;
  const figure = study.figures.find((each) => each.id === selection.figure);
  if (!figure) return undefined;
  for (const tween of eachTween(study.sequence)) {
    const track = tween.tracks.find((each) => each.channel === selection.channel);
    const index = track?.keys.findIndex((key) => key.id === selection.span) ?? -1;
    const key = track?.keys[index];
    const next = track?.keys[index + 1];
    if (!track || !key || !next) continue;
    const channel = channelOf(track.channel);
    return { figure, channel, tween, track, key, next, index, curve: curveOfKey(study, key) };
  }
  return undefined;
}

/** Where a span begins in a motion and how long it lasts, ms. */
export function spanTimes(
  motion: Motion,
  span: Span,
): { layer: Layer; start: number; length: number } | undefined {
  const layer = findLayer(motion, span.figure.id, span.channel, span.tween.id);
  if (!layer) return undefined;
  const from = layer.track.times[span.index];
  const to = layer.track.times[span.index + 1];
  if (from === undefined || to === undefined) return undefined;
  return { layer, start: outerOf(layer, from), length: outerOf(layer, to) - outerOf(layer, from) };
}
