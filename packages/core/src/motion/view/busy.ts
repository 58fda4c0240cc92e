import { channelOf } from "../../study/index.ts";
import { innerSpeed } from "../../timeline/index.ts";
import { layerTime, outerOf } from "../compile/layers.ts";
import type { Layer, Motion } from "../compile/motion.ts";
import { spanAt } from "../compile/track.ts";

/**
 * How many channels move in each of `count` equal parts of a stretch of time: a channel counts where a span of it
 * that goes somewhere plays. Followers and shakes count with what moves them.
 */
export function busyParts(motion: Motion, from: number, to: number, count: number): Uint16Array {
  const parts = new Uint16Array(count);
  const width = (to - from) / count;
  if (!(width > 0)) return parts;
  for (const { layers, channel } of motion.driven) {
    if (channelOf(channel.id).kind === "switch") continue;
    for (const layer of layers) {
      if (layer.time) countTimed(layer, parts, from, width);
      else countPlain(layer, parts, from, width);
    }
  }
  return parts;
}

function countPlain(layer: Layer, parts: Uint16Array, from: number, width: number): void {
  const { times } = layer.track;
  for (let span = 0; span + 1 < times.length; span++) {
    if (!changesIn(layer, span)) continue;
    const begin = outerOf(layer, times[span] as number);
    const end = outerOf(layer, times[span + 1] as number);
    const first = Math.max(Math.floor((begin - from) / width), 0);
    const last = Math.min(Math.ceil((end - from) / width), parts.length);
    for (let i = first; i < last; i++) parts[i] = (parts[i] as number) + 1;
  }
}

/** Where iterations, groups or stops stand before a layer it is asked part by part. */
function countTimed(layer: Layer, parts: Uint16Array, from: number, width: number): void {
  const { time, track } = layer;
  if (!time || !track.curves.some((_, span) => changesIn(layer, span))) return;
  for (let i = 0; i < parts.length; i++) {
    const t = from + (i + 0.5) * width;
    const within = layerTime(layer, t);
    if (Number.isNaN(within) || innerSpeed(time.links, t) === 0) continue;
    const span = spanAt(track.times, 0, within);
    if (span >= 0 && span < track.curves.length && changesIn(layer, span))
      parts[i] = (parts[i] as number) + 1;
  }
}

function changesIn({ track }: Layer, span: number): boolean {
  const { values, components } = track;
  for (let c = 0; c < components; c++)
    if (values[span * components + c] !== values[(span + 1) * components + c]) return true;
  return false;
}
